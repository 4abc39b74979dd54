import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { magnitude, superscript } from '@lernen/core/cost';
import { approximately, boundCues, bytesText, classFits, shippedRates } from '@lernen/core/sheet';
import { LogStore } from '../../store/log-store';
import { SheetStore } from '../../store/sheet-store';
import { SheetLimits } from '../sheet-limits';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { type Option, optionsOf } from '../../ui/fields/select-field';

/** Decades of steps that a bar can show. */
const decades = 18;

/** Beside the work: which growth classes the bounds allow, and the cues that follow from them. */
@Component({
  selector: 'app-bounds-allow',
  imports: [MatButton, MatTooltip, QuietSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rows().length > 0) {
      <section>
        <h2>What the bounds allow</h2>
        <table>
          <tbody>
            @for (row of rows(); track row.cost) {
              <tr [class]="row.fit" [matTooltip]="row.title">
                <th scope="row" class="mono">{{ row.cost }}</th>
                <td class="bar">
                  <svg width="100%" height="16" preserveAspectRatio="none" viewBox="0 0 100 16" aria-hidden="true">
                    <rect class="ground" y="4" width="100" height="8" />
                    <rect class="steps" y="4" [attr.width]="row.length" height="8" />
                    <path class="limit" [attr.d]="'M' + limit() + ' 0V16'" />
                  </svg>
                </td>
                <td class="fit">{{ row.fit }}</td>
                <td class="mono largest">{{ row.largest }}</td>
              </tr>
            }
          </tbody>
        </table>
        <p class="second budget">
          {{ budgetText() }}
          <app-quiet-select
            label="Language of the interviews"
            [options]="languageOptions"
            [value]="log.settings().language ?? ''"
            (chosen)="setLanguage($event)"
          />
        </p>
      </section>
    }
    @if (cues().open.length + cues().accepted.length > 0) {
      <section>
        <h2 class="unseen">Cues</h2>
        @for (cue of cues().accepted; track cue.id) {
          <div class="cue accepted">
            <p>
              <b>{{ cue.text }}</b>
            </p>
            <p class="second">{{ cue.why }}</p>
            <button type="button" matButton="text" class="small" (click)="decide(cue.id, null)">Take it back</button>
          </div>
        }
        @for (cue of cues().open; track cue.id) {
          <div class="cue">
            <p>{{ cue.text }}</p>
            <p class="second">{{ cue.why }}</p>
            <button type="button" matButton="text" class="small" (click)="decide(cue.id, 'accepted')">
              It fits<span class="unseen">: {{ cue.text }}</span>
            </button>
            <button type="button" matButton="text" class="small" (click)="decide(cue.id, 'dismissed')">
              Not here<span class="unseen">: {{ cue.text }}</span>
            </button>
          </div>
        }
      </section>
    }
    @if (cues().dismissed > 0) {
      <p class="back">
        <button type="button" matButton="text" class="small" (click)="bringBack()">
          Show {{ cues().dismissed }} put aside
        </button>
      </p>
    }
  `,
  styles: `
    section {
      margin-bottom: 18px;
    }
    table {
      width: 100%;
      margin-top: 4px;
      font-size: 12px;
      line-height: 1.5;
    }
    th {
      padding: 2px 8px 2px 0;
      font-weight: 400;
      white-space: nowrap;
    }
    td {
      padding: 2px 0 2px 8px;
      white-space: nowrap;
    }
    td.bar {
      width: 45%;
      padding: 2px 0;
      line-height: 0;
    }
    .ground {
      fill: var(--sunk);
    }
    .steps {
      fill: var(--sea);
    }
    .over .steps {
      fill: var(--risk);
    }
    .limit {
      stroke: var(--ink);
      stroke-dasharray: 3 2;
      vector-effect: non-scaling-stroke;
    }
    .fit {
      color: var(--ink-2);
    }
    .over .fit {
      color: var(--risk);
    }
    .largest {
      color: var(--ink-2);
      text-align: right;
    }
    .budget {
      margin-top: 4px;
      font-size: 12px;
    }
    .budget app-quiet-select {
      display: inline-block;
      width: 120px;
      vertical-align: middle;
    }
    .cue {
      margin-bottom: 8px;
      padding: 2px 0 2px 12px;
      border-left: 3px solid var(--lamp);
      font-size: 13px;
    }
    .cue.accepted {
      border-color: var(--sea);
    }
    .cue b {
      font-weight: 600;
    }
    .cue .second {
      font-size: 12px;
    }
    .cue [matButton],
    .back {
      margin-left: -8px;
    }
    @media print {
      .cue [matButton],
      .back {
        display: none;
      }
    }
  `,
})
export class BoundsAllow {
  private readonly store = inject(SheetStore);
  private readonly limits = inject(SheetLimits);
  protected readonly log = inject(LogStore);
  protected readonly languageOptions: readonly Option[] = [
    { value: '', text: 'any language' },
    ...optionsOf(Object.keys(shippedRates), (it) => it),
  ];
  private readonly allowed = computed(() => this.limits.budget().seconds * this.limits.budget().stepsPerSecond);
  protected readonly limit = computed(() => lengthOf(Math.log10(this.allowed())));

  /** Of all classes those around the limit: the reader wants the border, not the whole zoo. */
  protected readonly rows = computed(() => {
    const all = classFits(this.limits.bounds(), this.limits.budget());
    const border = all.findIndex(({ fit }) => fit === 'over');
    const end = border < 0 ? all.length : Math.min(border + 3, all.length);
    return all.slice(Math.max(0, end - 8), end).map(({ cost, fit, steps, largest, variable }) => {
      const max = largest === Infinity ? null : approximately(magnitude(largest));
      return {
        cost: superscript(`O(${cost})`),
        fit,
        length: lengthOf(steps.log10),
        largest: max === null ? `any ${variable}` : `${variable} ≤ ${max}`,
        title: `${approximately(steps)} steps at the bounds; ${max === null ? `any ${variable} fits` : `fits up to ${variable} = ${max}`}`,
      };
    });
  });

  protected readonly budgetText = computed(() => {
    const { seconds, stepsPerSecond, bytes, isTimeStated, isMemoryStated } = this.limits.budget();
    return [
      `${seconds} s${isTimeStated ? '' : ' assumed'}`,
      `${approximately(magnitude(stepsPerSecond))} simple steps a second`,
      `${bytesText(magnitude(bytes))}${isMemoryStated ? '' : ' assumed'}, in`,
    ].join(' · ');
  });

  protected readonly cues = computed(() => {
    const { accepted, dismissed } = this.store.single('cue-choices');
    const all = boundCues(this.limits.bounds(), this.limits.budget()).map((cue) => ({
      ...cue,
      text: superscript(cue.text),
      why: superscript(cue.why),
    }));
    return {
      accepted: all.filter(({ id }) => accepted.includes(id)),
      open: all.filter(({ id }) => !accepted.includes(id) && !dismissed.includes(id)),
      dismissed: all.filter(({ id }) => dismissed.includes(id)).length,
    };
  });

  protected decide(id: string, to: 'accepted' | 'dismissed' | null): void {
    const choices = this.store.single('cue-choices');
    const [accepted, dismissed] = [choices.accepted, choices.dismissed].map((ids) => ids.filter((it) => it !== id));
    this.store.change(choices, {
      accepted: to === 'accepted' ? [...(accepted ?? []), id] : (accepted ?? []),
      dismissed: to === 'dismissed' ? [...(dismissed ?? []), id] : (dismissed ?? []),
    });
  }

  protected bringBack(): void {
    this.store.change(this.store.single('cue-choices'), { dismissed: [] });
  }

  protected setLanguage(language: string): void {
    void this.log.saveSettings({ language: language === '' ? null : language });
  }
}

/** Percent of the bar for so many decades of steps. */
function lengthOf(log10: number): number {
  return Math.max(2, Math.min(100, (log10 / decades) * 100));
}
