import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatExpansionPanel, MatExpansionPanelHeader, MatExpansionPanelTitle } from '@angular/material/expansion';
import { type Choice, addDays, dayOf, daysBetween, listedProblems, sharesOf } from '@lernen/core/model';
import { type ForecastCheck, type PlanChange, type PlanItem, remarksOn, whyItCame } from '@lernen/core/plan';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { RunningStore } from '../store/running-store';
import { StartSitting } from '../store/start-sitting';
import { longDay, shortDay } from '../ui/dates';
import { PlanItemRow } from '../ui/plan-item-row';
import { StrengthLine } from '../ui/strength-line';
import { counted, percent } from '../ui/words';
import { NewProblem } from './new-problem';
import { Rereading } from './rereading';

const weakestShown = 7;
/** Minutes from which on it is said that they are free. */
const worthAWord = 10;
const nearDays = 1;
/** What was missed longer ago is no news. */
const pastDays = 7;
/** A list is told on Today from so many days before its last one. */
const dueDays = 7;

/** What to do now, within today's minutes, and why. */
@Component({
  selector: 'app-today',
  imports: [
    MatButton,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    MatExpansionPanelTitle,
    NewProblem,
    NgTemplateOutlet,
    PlanItemRow,
    Rereading,
    RouterLink,
    StrengthLine,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './today.html',
  styleUrl: './today.scss',
})
export class Today {
  protected readonly log = inject(LogStore);
  protected readonly derived = inject(DerivedStore);
  protected readonly running = inject(RunningStore);
  protected readonly clock = inject(Clock);
  protected readonly reasons = inject(Reasons);
  private readonly startSitting = inject(StartSitting);
  protected readonly percent = percent;
  protected readonly shortDay = shortDay;
  protected readonly counted = counted;

  protected readonly title = computed(() => longDay(this.clock.today()));
  protected readonly day = computed(() => this.derived.planDays().get(this.clock.today()) ?? null);
  /** Of an empty log nothing is shown: what is planned then are new problems, which nobody has asked for yet. */
  protected readonly shownDay = computed(() => (this.log.isEmpty() ? null : this.day()));
  protected readonly items = computed(() => this.day()?.items ?? []);
  /** The fresh item, by its index, for which one is looking for a problem. */
  protected readonly looking = signal<number | null>(null);
  /** What moved of the next days; what is further off nobody has in mind. */
  protected readonly changes = computed(() => {
    const until = addDays(this.clock.today(), nearDays);
    const since = addDays(this.clock.today(), -pastDays);
    const isNear = ({ from, to }: PlanChange): boolean =>
      from >= since && (from <= until || (to !== null && to <= until));
    return (this.derived.plan()?.changes ?? []).filter(isNear);
  });
  /** Minutes that nothing is worth. */
  protected readonly free = computed(() => {
    const day = this.day();
    return day ? Math.max(day.budget - day.done - day.minutes, 0) : 0;
  });
  /** Whether so few are left that nobody misses them. */
  protected readonly isFreeLittle = computed(() => this.free() < worthAWord);
  /** Interviews of today and tomorrow: what is theirs is reread. */
  protected readonly near = computed(() => {
    const tomorrow = addDays(this.clock.today(), 1);
    return this.log.coming().filter(({ at }) => dayOf(at, this.clock.zone) <= tomorrow);
  });
  /** Lists that want something within a week, with what comes next on each. */
  protected readonly due = computed(() => {
    const until = addDays(this.clock.today(), dueDays);
    if (!this.log.isLoaded()) return [];
    return this.log.log().lists.flatMap((list) => {
      if (list.until === null || list.until > until) return [];
      const listed = listedProblems(list, this.log.problemsById(), this.log.sittingsOf());
      const next = listed.find(({ state }) => state !== 'solved');
      const solved = listed.filter(({ state }) => state === 'solved').length;
      return next ? [{ list, until: list.until, next: next.problem, solved, count: listed.length }] : [];
    });
  });
  protected readonly unplaced = computed(() => this.derived.plan()?.unplaced ?? []);
  /** What should be known before the plan looks odd. */
  protected readonly remarks = computed(() => {
    const derived = this.derived.derived();
    return derived ? remarksOn(this.log.head(), derived.practice, derived.asOf, this.clock.zone, shortDay) : [];
  });
  protected readonly tomorrow = computed(() => this.derived.planDays().get(addDays(this.clock.today(), 1)) ?? null);

  /** Tomorrow's reviews, for an evening with minutes to spare. */
  protected readonly ahead = computed(() => this.tomorrow()?.items.filter((item) => item.kind !== 'fresh') ?? []);
  protected readonly readiness = computed(() => {
    const plan = this.derived.plan();
    return this.log.coming().flatMap((interview) => {
      const readiness = plan?.readiness.find((it) => it.interviewId === interview.id);
      return readiness ? [{ interview, day: dayOf(interview.at, this.clock.zone), readiness }] : [];
    });
  });

  /** What was forecast two weeks ago, or one where the log is too young, beside what came. */
  private readonly check = signal<ForecastCheck | null>(null);
  /** It comes after all else, and stands below it: nothing moves for it. */
  protected readonly checkText = computed(() => {
    const check = this.check();
    const interview = this.log.coming().find(({ id }) => id === check?.interviewId);
    if (!check || !interview) return '';
    const when = daysBetween(check.madeOn, this.clock.today()) === 14 ? 'two weeks ago' : 'a week ago';
    const promised = check.isMadeAgain ? `a plan of ${when} would have led to` : `planned ${when}:`;
    return `${interview.employer}, ${promised} ${percent(check.ifKept)} now. ${whyItCame(check)}`;
  });

  constructor() {
    effect(() => {
      // The worker reads the log for it too: what is waited for comes first.
      if (this.derived.derived() && this.log.isLoaded()) void this.checkForecast();
    });
  }

  private async checkForecast(): Promise<void> {
    for (const weeks of [2, 1]) {
      const check = await this.derived.checkForecast(7 * weeks);
      this.check.set(check);
      if (check) return;
    }
  }

  /** What stands furthest below the goal, weighed by its share of the next interview. */
  protected readonly weakest = computed(() => {
    const goal = this.log.settings().goal;
    const [interview] = this.log.coming();
    const shares = sharesOf(interview?.mix ?? 'usual', this.log.head().techniques);
    const rows = [...shares].flatMap(([id, share]) => {
      const estimate = this.derived.techniques().get(id);
      return estimate
        ? [
            {
              id,
              share,
              estimate,
              name: this.reasons.techniqueName(id),
              lack: share * Math.max(goal - estimate.strength.point, 0),
            },
          ]
        : [];
    });
    const sorted = rows.sort((a, b) => b.lack - a.lack || b.share - a.share).slice(0, weakestShown);
    return { employer: interview?.employer ?? null, rows: sorted };
  });

  protected async start(item: PlanItem, index: number): Promise<void> {
    if (!(await this.startSitting.planned(item))) this.looking.set(index);
  }

  /** A new problem is solved for the first time, one that was sat again from blank. */
  protected async solve(problemId: string): Promise<void> {
    const kind = this.log.sittingsOf().has(problemId) ? 'rebuild' : 'first-solve';
    await this.startSitting.of(problemId, kind);
  }

  protected linkTo({ problemId, technique }: PlanItem): string {
    return problemId === null ? `/techniques/${technique}` : `/problems/${problemId}`;
  }

  protected choose(item: PlanItem, choice: 'tomorrow' | 'week' | 'drop' | 'pin'): void {
    const { target, name } = this.reasons.choiceAbout(item);
    const days = choice === 'week' ? 7 : 1;
    const notBefore = addDays(this.clock.today(), days);
    const choices: Record<typeof choice, [Choice['choice'], string]> = {
      tomorrow: [{ notBefore }, `Put ${name} off until tomorrow`],
      week: [{ notBefore }, `Put ${name} off until ${shortDay(notBefore)}`],
      drop: [{ dropped: true }, `Dropped ${name} from the plan for good`],
      pin: [{ pin: this.clock.today(), kind: item.kind === 'fresh' ? null : item.kind }, `Pinned ${name} to today`],
    };
    void this.log.choose(target, ...choices[choice]);
  }
}
