import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { usualPhases } from '@lernen/core/desk';
import {
  type Problem,
  type Sitting,
  dayOf,
  isWholeSolve,
  phaseSeconds,
  secondsText,
  sittingTarget,
} from '@lernen/core/model';
import { Clock } from '../../store/clock';
import { LogStore } from '../../store/log-store';
import { shortDay } from '../../ui/dates';
import { PhaseBars } from '../../ui/phase-bars';
import { counted } from '../../ui/words';

/** Where the time of the newest whole solve at the desk went, against what is usual and the target; nothing without one. */
@Component({
  selector: 'app-latest-times',
  imports: [PhaseBars],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (latest(); as it) {
      <section aria-labelledby="times-title">
        <h2 id="times-title">Time by phase</h2>
        <app-phase-bars [taken]="it.taken" [usual]="it.usual" />
        <p class="second">{{ it.text }}</p>
      </section>
    }
  `,
  styles: `
    p {
      margin-top: 4px;
      font-size: 12px;
    }
  `,
})
export class LatestTimes {
  private readonly log = inject(LogStore);
  private readonly clock = inject(Clock);
  readonly problem = input.required<Problem>();
  /** Those of the problem, the newest first. */
  readonly sittings = input.required<readonly Sitting[]>();
  protected readonly latest = computed(() => {
    const sitting = this.sittings().find((it) => it.course.length > 0 && isWholeSolve(it.kind));
    if (!sitting) return null;
    const { difficulty } = this.problem();
    const { sittings } = this.log.log();
    const usual = usualPhases(sittings, this.log.problemsById(), { kind: sitting.kind, difficulty }, sitting.id);
    const taken = phaseSeconds(sitting.course);
    const whole = Object.values(taken).reduce((sum, seconds) => sum + seconds, 0);
    const target = sittingTarget(sitting.kind, difficulty, this.log.settings());
    const day = shortDay(dayOf(sitting.startedAt, this.clock.zone));
    const marks = usual === null ? '' : ` The marks: your median over ${counted(usual.count, 'sitting')}.`;
    const text = `Minutes and seconds on ${day}: ${secondsText(whole)} of ${target} min.${marks}`;
    return { taken, usual: usual?.seconds ?? null, text };
  });
}
