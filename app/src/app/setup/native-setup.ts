import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { NativeLanguages, type NativeState } from '../store/native-languages';
import { errorText } from '../ui/error-text';

/** Whether the server may run programs in the languages of the machine, and which those are. */
@Component({
  selector: 'app-native-setup',
  imports: [MatProgressBar, MatSlideToggle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="native-title">
      <h2 id="native-title">Languages of this machine</h2>
      <p class="second">
        Python, JavaScript and TypeScript run in the browser, where they reach nothing. Others are compiled and run on
        this machine by the server of Lernen: what you run there is a program like any other. It runs in a fresh folder
        that is removed afterwards{{ state() ? ', ' + state()?.confined : '' }}.
      </p>
      @if (fault(); as text) {
        <p class="second">{{ text }} Everything else works.</p>
      } @else {
        <p>
          <mat-slide-toggle
            hideIcon
            [checked]="state()?.isOn ?? false"
            [disabled]="isBusy()"
            (change)="turn($event.checked)"
          >
            Run them on this machine
          </mat-slide-toggle>
        </p>
        @if (isBusy()) {
          <mat-progress-bar mode="indeterminate" aria-label="Looking for compilers" />
        }
        @if (state()?.isOn) {
          <table class="figures-table">
            <caption class="unseen">
              Languages of this machine
            </caption>
            <thead>
              <tr>
                <th scope="col">language</th>
                <th scope="col">on this machine</th>
              </tr>
            </thead>
            <tbody>
              @for (tool of state()?.tools; track tool.family) {
                <tr>
                  <th scope="row">{{ tool.name }}</th>
                  <td>
                    @if (tool.version !== null) {
                      <span class="mono">{{ tool.version }}</span>
                    } @else {
                      <span class="second"
                        >not there; install <span class="mono">{{ tool.install }}</span></span
                      >
                    }
                  </td>
                </tr>
              }
            </tbody>
          </table>
          <p class="second">
            Functions and classes are called in all of them but C; a program may also read standard input.
          </p>
        }
      }
    </section>
  `,
  styles: `
    table {
      margin: 8px 0;
    }
    p {
      max-width: 72ch;
    }
  `,
})
export class NativeSetup {
  private readonly languages = inject(NativeLanguages);
  protected readonly state = signal<NativeState | null>(null);
  protected readonly fault = signal<string | null>(null);
  protected readonly isBusy = signal(false);

  constructor() {
    void this.ask(() => this.languages.state());
  }

  protected turn(isOn: boolean): void {
    void this.ask(() => this.languages.turn(isOn));
  }

  private async ask(question: () => Promise<NativeState>): Promise<void> {
    this.isBusy.set(true);
    try {
      this.state.set(await question());
      this.fault.set(null);
    } catch (error) {
      this.fault.set(errorText(error));
    }
    this.isBusy.set(false);
  }
}
