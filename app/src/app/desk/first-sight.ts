import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { LogStore } from '../store/log-store';
import { RunningStore } from '../store/running-store';
import { SheetStore } from '../store/sheet-store';
import { Picker } from '../ui/picker';
import { TextField } from '../ui/fields/text-field';

/** Which technique it is at first sight, named once and for all; in a Spot also what told it. */
@Component({
  selector: 'app-first-sight',
  imports: [MatButton, Picker, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (running.running(); as sitting) {
      <section aria-labelledby="name-title">
        <h2 id="name-title">Which technique, at first sight?</h2>
        @if (sitting.hasNamed) {
          <p>
            You named <b>{{ namedText() }}</b
            >. It is compared when you have finished.
          </p>
        } @else {
          <p class="second">Name it before you go on. It cannot be changed later.</p>
          <div class="actions">
            <app-picker
              isLabelHidden
              label="Technique named first"
              placeholder="Type a technique"
              [options]="log.offered()"
              [(value)]="candidate"
              unknownText="No technique is called that."
            />
            <button type="button" matButton="outlined" [disabled]="candidate() === null" (click)="name()">
              That one
            </button>
            <button type="button" matButton="text" (click)="candidate.set(null); name()">I do not know</button>
          </div>
        }
        @if (sitting.kind === 'spot') {
          <app-text-field
            class="cue"
            label="The cue: what in it points to the technique"
            [maxLength]="500"
            [value]="cue()?.text ?? ''"
            (valueChange)="writeCue($event)"
          />
        }
      </section>
    }
  `,
  styles: `
    section {
      margin-top: 20px;
      padding-top: 12px;
      border-top: 1px solid var(--line);
    }
    .actions {
      margin-top: 8px;
    }
    .cue {
      display: block;
      margin-top: 12px;
    }
  `,
})
export class FirstSight {
  protected readonly running = inject(RunningStore);
  protected readonly log = inject(LogStore);
  private readonly sheet = inject(SheetStore);
  protected readonly candidate = signal<string | null>(null);
  protected readonly cue = computed(() => this.sheet.of('lesson').find(({ lesson }) => lesson === 'cue') ?? null);
  protected readonly namedText = computed(() => {
    const named = this.running.running()?.named ?? null;
    return named === null ? 'none' : (this.log.techniquesById().get(named)?.name ?? named);
  });

  protected name(): void {
    void this.running.change({ named: this.candidate(), hasNamed: true });
  }

  protected writeCue(text: string): void {
    const cue = this.cue();
    if (cue) this.sheet.change(cue, { text });
    else this.sheet.add('lesson', { lesson: 'cue', text });
  }
}
