import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type UsualPhases, usualPhases } from '@lernen/core/desk';
import { type Phase, type Problem, type SittingKind, type Stretch, phaseSeconds } from '@lernen/core/model';
import { LogStore } from '../store/log-store';
import { PhaseBars } from '../ui/phase-bars';
import { counted } from '../ui/words';

/** The time of each phase beside what is usual for the person. While one works, a press says which phase it is. */
@Component({
  selector: 'app-phase-times',
  imports: [PhaseBars],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Time, against your usual</h2>
    <app-phase-bars [taken]="taken()" [usual]="usual()?.seconds ?? null" [now]="now()" (chosen)="chosen.emit($event)" />
    <p class="second">{{ usualText() }}</p>
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin-top: 4px;
      font-size: 12px;
    }
  `,
})
export class PhaseTimes {
  private readonly log = inject(LogStore);
  readonly course = input.required<readonly Stretch[]>();
  readonly problem = input.required<Problem | null>();
  readonly kind = input.required<SittingKind>();
  /** The phase that one is in; null where nothing is under way. */
  readonly now = input<Phase | null>(null);
  /** A sitting that is compared with the others, and not with itself. */
  readonly without = input<string | null>(null);
  readonly chosen = output<Phase>();
  protected readonly taken = computed(() => phaseSeconds(this.course()));
  protected readonly usual = computed((): UsualPhases | null =>
    usualPhases(
      this.log.log().sittings,
      this.log.problemsById(),
      { kind: this.kind(), difficulty: this.problem()?.difficulty ?? null },
      this.without(),
    ),
  );
  protected readonly usualText = computed(() => {
    const usual = this.usual();
    return usual === null
      ? 'Minutes and seconds. What is usual for you shows here from your next sitting at the desk on.'
      : `Minutes and seconds; the mark is your median over ${counted(usual.count, 'sitting')}.`;
  });
}
