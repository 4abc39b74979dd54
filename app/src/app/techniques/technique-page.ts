import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  Injector,
  afterNextRender,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { techniquePhases } from '@lernen/core/desk';
import { sittingEvidence } from '@lernen/core/estimate';
import { type Slip, dayOf, resolveTechnique, secondsText, techniquesOf } from '@lernen/core/model';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { Templates } from '../store/templates';
import { whenHidden } from '../store/when-hidden';
import { CodeEditor } from '../ui/code-editor';
import { shortDay } from '../ui/dates';
import { PhaseBars } from '../ui/phase-bars';
import { sittingText } from '../ui/sitting-facts';
import { StrengthLine } from '../ui/strength-line';
import { counted, percent, slipWords } from '../ui/words';
import { TechniqueSheets } from './technique-sheets';
import { TextField } from '../ui/fields/text-field';

const maxShown = 200;

/** One technique: what points to it, what goes wrong, and the sittings behind its number. */
@Component({
  selector: 'app-technique-page',
  imports: [MatTooltip, CodeEditor, MatButton, PhaseBars, RouterLink, StrengthLine, TechniqueSheets, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (technique(); as it) {
      <div class="page with-side read">
        <section aria-labelledby="technique-title">
          <p class="second">{{ it.family }}</p>
          <h1 id="technique-title">{{ it.name }}</h1>
          @if (derived.hasEnded()) {
            @if (estimate(); as known) {
              <p class="figures">
                @if (known.isThin) {
                  <b>Not enough yet:</b> {{ counted(known.sittings, 'sitting') }}. The range is wide:
                } @else {
                  {{ percent(known.strength.point) }} chance of an unaided solve in time,
                }
                likely {{ percent(known.strength.low) }} to {{ percent(known.strength.high) }}
              </p>
              <app-strength-line [strength]="known.strength" [goal]="log.settings().goal" [isThin]="known.isThin" />
            }
            <section class="template" aria-labelledby="template-title">
              <h2 id="template-title">Your template</h2>
              @if (it.template !== '' || isWritingTemplate()) {
                <app-text-field
                  class="language"
                  label="Language"
                  isMono
                  [maxLength]="40"
                  [value]="templates.languageOf(it)"
                  (committed)="templates.save(it.id, { templateLanguage: $event })"
                />
                <app-code-editor
                  #editor
                  label="Your template"
                  [code]="template()"
                  [language]="templates.languageOf(it)"
                  (codeChange)="writeTemplate(it.id, $event)"
                  (focusout)="leaveTemplate()"
                />
              } @else {
                <button type="button" matButton="text" class="add" (click)="beginTemplate()">
                  The code to begin with
                </button>
              }
            </section>
            @if (phaseTimes(); as times) {
              <section class="phases" aria-labelledby="phases-title">
                <h2 id="phases-title">Time by phase</h2>
                <app-phase-bars [taken]="times.own.seconds" [usual]="times.others?.seconds ?? null" />
                <p class="second">{{ times.text }}</p>
              </section>
            }
            @if (moves().length > 0) {
              <section class="moves" aria-labelledby="moves-title">
                <h2 id="moves-title">What moved it most</h2>
                <ol>
                  @for (move of moves(); track move.id) {
                    <li>
                      <span class="mono">{{ move.day }}</span>
                      <span
                        ><a [routerLink]="'/problems/' + move.problem.id">{{ move.problem.title }}</a>
                        <span class="second"> {{ move.text }}</span></span
                      >
                      <span class="mono" [class.up]="move.change > 0" [class.down]="move.change < 0">{{
                        pointsText(move.change)
                      }}</span>
                    </li>
                  }
                </ol>
              </section>
            }
            <app-technique-sheets [problems]="problems()" />
            <h2>{{ counted(rows().length, 'sitting') }} behind it, newest first</h2>
            <p class="second">At the right: the evidence of each that it was solved unaided and in time.</p>
            <ol class="sittings">
              @for (row of rows().slice(0, maxShown); track row.sitting.id) {
                <li>
                  <span class="mono">{{ row.day }}</span>
                  <span
                    ><a [routerLink]="'/problems/' + row.problem.id">{{ row.problem.title }}</a>
                    <span class="second"> {{ row.text }}</span></span
                  >
                  <span class="mono second" matTooltip="evidence for solving it unaided and in time">{{
                    percent(row.evidence)
                  }}</span>
                </li>
              } @empty {
                <li class="second">None yet. Solve a problem of it and log it.</li>
              }
            </ol>
          } @else {
            <p class="second">Its strength is being worked out.</p>
          }
        </section>
        @if (derived.hasEnded()) {
          <aside>
            @if (it.cues.length > 0) {
              <h2>Cues</h2>
              <ul>
                @for (cue of it.cues; track cue) {
                  <li>{{ cue }}</li>
                }
              </ul>
            }
            @if (it.costs) {
              <h2>Usual cost</h2>
              <p>{{ it.costs }}</p>
            }
            @if (it.pitfalls.length > 0) {
              <h2>What goes wrong</h2>
              <ul>
                @for (pitfall of it.pitfalls; track pitfall) {
                  <li>{{ pitfall }}</li>
                }
              </ul>
            }
            @if (slips().length > 0) {
              <h2>Your slips</h2>
              <ul>
                @for (slip of slips(); track slip.word) {
                  <li>
                    {{ slip.word }} <span class="mono second">{{ slip.count }}</span>
                  </li>
                }
              </ul>
            }
            <p><a routerLink="/setup" fragment="techniques">Rename, merge or hide it</a></p>
          </aside>
        }
      </div>
    } @else {
      <div class="page">
        <p>There is no such technique. <a routerLink="/techniques">All techniques</a></p>
      </div>
    }
  `,
  styles: `
    .figures {
      margin: 8px 0;
    }
    app-strength-line,
    .phases {
      max-width: 480px;
    }
    .phases p {
      margin-top: 4px;
      font-size: 12px;
    }
    ol {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    ol li {
      display: grid;
      grid-template-columns: 66px minmax(0, 1fr) 48px;
      gap: 12px;
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
    .up {
      color: var(--moss);
    }
    .down {
      color: var(--risk);
    }
    .language {
      display: flex;
      gap: 8px;
      align-items: center;
      margin-bottom: 6px;
    }
    ul {
      margin: 0;
      padding-left: 18px;
    }
    aside p:last-child {
      margin-top: 16px;
    }
  `,
})
export class TechniquePage {
  protected readonly log = inject(LogStore);
  protected readonly derived = inject(DerivedStore);
  private readonly clock = inject(Clock);
  private readonly reasons = inject(Reasons);
  protected readonly templates = inject(Templates);
  private readonly injector = inject(Injector);
  readonly id = input.required<string>();
  protected readonly percent = percent;
  protected readonly counted = counted;
  protected readonly maxShown = maxShown;
  private readonly resolved = computed(() => resolveTechnique(this.id(), this.log.techniquesById()));
  protected readonly isWritingTemplate = signal(false);
  protected readonly technique = computed(() => this.log.techniquesById().get(this.resolved()) ?? null);
  /** What is being typed here; it stands whatever another page saves meanwhile. */
  private readonly typed = signal<{ readonly id: string; readonly code: string } | null>(null);
  protected readonly template = computed(() => {
    const [typed, technique] = [this.typed(), this.technique()];
    return typed !== null && typed.id === technique?.id ? typed.code : (technique?.template ?? '');
  });
  private readonly editor = viewChild<unknown, ElementRef<HTMLElement>>('editor', { read: ElementRef });
  protected readonly estimate = computed(() => this.derived.techniques().get(this.resolved()) ?? null);
  protected readonly slips = computed(() =>
    (Object.entries(this.estimate()?.slips ?? {}) as [Slip, number][])
      .sort(([, a], [, b]) => b - a)
      .map(([slip, count]) => ({ word: slipWords(slip), count })),
  );
  protected readonly problems = computed(() => {
    const byId = this.log.techniquesById();
    return this.log.log().problems.filter((problem) => techniquesOf(problem, byId).includes(this.resolved()));
  });
  /** The sittings that moved the strength most, up or down, in points of chance. */
  protected readonly moves = computed(() => {
    const rows = new Map(this.rows().map((row) => [row.sitting.id, row]));
    return (this.estimate()?.moves ?? []).flatMap(({ sittingId, change }) => {
      const row = rows.get(sittingId);
      return row && Math.abs(change) >= 0.005 ? [{ ...row, id: sittingId, change }] : [];
    });
  });
  protected readonly rows = computed(() => {
    const own = new Map(this.problems().map((problem) => [problem.id, problem]));
    return this.log
      .log()
      .sittings.flatMap((sitting) => {
        const problem = own.get(sitting.problemId);
        if (!problem) return [];
        const { evidence } = sittingEvidence(sitting, problem, this.log.log());
        const text = sittingText(sitting, (id) => this.reasons.techniqueName(id));
        return [{ sitting, problem, evidence, text, day: shortDay(dayOf(sitting.startedAt, this.clock.zone)) }];
      })
      .reverse();
  });

  /** Where the time of its whole solves goes, beside those of other techniques; null where none was timed at the desk. */
  protected readonly phaseTimes = computed(() => {
    const own = new Map(this.problems().map((problem) => [problem.id, problem]));
    const times = techniquePhases(this.log.log().sittings, ({ problemId }) => own.has(problemId));
    if (!times) return null;
    const whole = Object.values(times.own.seconds).reduce((sum, seconds) => sum + seconds, 0);
    const count = times.own.count;
    const beside = times.others
      ? `; the marks are ${counted(times.others.count, 'whole solve')} of your other techniques`
      : '';
    const text = `Minutes and seconds, the median of ${counted(count, 'whole solve')} at the desk, ${secondsText(Math.round(whole))} in all${beside}.`;
    return { ...times, text };
  });

  protected pointsText(change: number): string {
    return `${change < 0 ? '−' : '+'} ${Math.round(Math.abs(change) * 100)}`;
  }

  constructor() {
    whenHidden(() => void this.leaveTemplate());
    inject(DestroyRef).onDestroy(() => void this.leaveTemplate());
  }

  /** What is typed next is meant for the template. */
  protected beginTemplate(): void {
    this.isWritingTemplate.set(true);
    afterNextRender(() => this.editor()?.nativeElement.focus(), { injector: this.injector });
  }

  protected writeTemplate(id: string, code: string): void {
    // What another page saved comes this way too.
    if (code === this.template()) return;
    this.typed.set({ id, code });
    this.templates.keep(id, code);
  }

  /** Leaving the field or the page saves what was typed, as one step. */
  protected async leaveTemplate(): Promise<void> {
    const typed = this.typed();
    if (typed !== null && (await this.templates.saveTyped(typed.id, typed.code)))
      this.typed.update((now) => (now === typed ? null : now));
  }
}
