import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { isSameCost, normalCost } from '@lernen/core/cost';
import {
  type CostPair,
  type Entry,
  byOrder,
  dayOf,
  isFilled,
  resolveTechnique,
  sittingTarget,
  techniquesOf,
} from '@lernen/core/model';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { longDay, shortDay } from '../ui/dates';
import { kinds } from '../ui/kinds';
import { Markdown } from '../ui/markdown';
import { StrengthLine } from '../ui/strength-line';
import { counted, halfText, helpWords, percent, resultWords } from '../ui/words';
import { SittingRail } from '../ui/sitting-rail';
import { FromSheet } from './from-sheet';
import { OwnWork } from './own-work';
import { PhaseTimes } from './phase-times';
import { liveSignal } from '../store/live-signal';

interface Point {
  readonly what: string;
  readonly said: string;
  readonly recorded: string;
  readonly judged: 'right' | 'wrong' | 'open';
  readonly remark: string;
}

/** What was said in a review beside what is recorded, point by point, and what the plan makes of it. */
@Component({
  selector: 'app-compared',
  imports: [FromSheet, Markdown, MatButton, OwnWork, PhaseTimes, RouterLink, SittingRail, StrengthLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compared.html',
  styles: `
    .page.with-side {
      @media (width >= 960px) {
        grid-template-columns: minmax(0, 1fr) 320px;
      }
    }
    table {
      width: 100%;
      margin: 12px 0 20px;
    }
    th,
    td {
      padding: 7px 12px 7px 0;
      border-bottom: 1px solid var(--line);
      vertical-align: top;
    }
    thead th {
      color: var(--ink-2);
      font-size: 12px;
    }
    .judged {
      white-space: nowrap;
    }
    @media (width < 560px) {
      th,
      td {
        padding-right: 8px;
        font-size: 13px;
      }
      .judged {
        white-space: normal;
      }
    }
    app-sitting-rail {
      margin: 4px 48px 16px 0;
    }
    .judged svg {
      margin-right: 6px;
      vertical-align: -1px;
    }
    .right {
      color: var(--moss);
    }
    .wrong {
      color: var(--risk);
    }
    aside section {
      margin-bottom: 20px;
    }
    .note {
      margin: 8px 0 20px;
      max-width: 70ch;
    }
  `,
})
export class Compared {
  private readonly log = inject(LogStore);
  private readonly derived = inject(DerivedStore);
  private readonly clock = inject(Clock);
  readonly id = input.required<string>();
  protected readonly percent = percent;
  protected readonly halfText = halfText;
  protected readonly kinds = kinds;
  protected readonly settings = this.log.settings;
  protected readonly sitting = computed(
    () => this.log.log().sittings.find((sitting) => sitting.id === this.id()) ?? null,
  );
  protected readonly problem = computed(() => this.log.problemsById().get(this.sitting()?.problemId ?? '') ?? null);
  protected readonly recall = computed(() => this.derived.recalls().get(this.problem()?.id ?? '') ?? null);
  protected readonly isCurrent = computed(() => {
    const asOf = this.derived.derived()?.asOf;
    const sitting = this.sitting();
    return asOf !== undefined && sitting !== null && this.derived.progress() === null;
  });
  protected readonly techniques = computed(() => {
    const problem = this.problem();
    if (!problem) return [];
    return techniquesOf(problem, this.log.techniquesById()).flatMap((id) => {
      const estimate = this.derived.techniques().get(id);
      return estimate ? [{ id, name: this.nameOf(id), estimate }] : [];
    });
  });
  protected readonly nextText = computed(() => {
    const next = this.derived.nextPlanned().get(this.problem()?.id ?? '');
    return next === undefined
      ? 'It is not planned again before the last interview.'
      : `It is planned again on ${longDay(next)}.`;
  });
  protected readonly earlier = computed(() => {
    const sitting = this.sitting();
    const all = this.log.sittingsOf().get(sitting?.problemId ?? '') ?? [];
    return all
      .filter((it) => it.id !== sitting?.id)
      .slice(-4)
      .reverse();
  });

  protected readonly target = computed(() => {
    const sitting = this.sitting();
    return sittingTarget(sitting?.kind ?? 'rebuild', this.problem()?.difficulty ?? null, this.log.settings());
  });
  private readonly problemId = computed(() => this.sitting()?.problemId ?? null);
  /** The sheet with what was written in its reviews. */
  protected readonly entries = liveSignal<readonly Entry[]>(() => {
    const id = this.problemId();
    return async (repository) =>
      id === null ? [] : (await repository.sheet(id)).filter(({ deleted }) => !deleted).sort(byOrder);
  }, []);
  protected readonly hasOwnWork = computed(() =>
    this.entries().some((entry) => entry.sittingId === this.id() && isFilled(entry)),
  );

  protected readonly points = computed<Point[]>(() => {
    const sitting = this.sitting();
    const problem = this.problem();
    if (!sitting || !problem) return [];
    const points = [this.techniquePoint(), this.costPoint('time'), this.costPoint('space')];
    const target = this.target();
    const minutes = sitting.minutes ?? 0;
    points.push({
      what: 'Time taken',
      said: sitting.minutes === null ? 'not known' : `${minutes} min`,
      recorded: `target ${target} min`,
      judged: sitting.minutes === null ? 'open' : minutes <= target ? 'right' : 'wrong',
      remark: sitting.minutes === null ? '' : minutes <= target ? 'in time' : `${minutes - target} min over`,
    });
    points.push({
      what: 'Result',
      said: [
        resultWords[sitting.result],
        helpWords[sitting.help],
        sitting.attempts.length > 0 ? counted(sitting.attempts.length, 'attempt') : '',
      ]
        .filter((it) => it !== '')
        .join(', '),
      recorded: this.lastTimeText(),
      judged: sitting.result === 'solved' && sitting.help === 'none' ? 'right' : 'wrong',
      remark: sitting.result === 'solved' && sitting.help === 'none' ? 'unaided' : 'not unaided',
    });
    return points;
  });

  protected nameOf(id: string): string {
    return this.log.techniquesById().get(id)?.name ?? id;
  }

  protected dayText(instant: string): string {
    return shortDay(dayOf(instant, this.clock.zone));
  }

  private techniquePoint(): Point {
    const byId = this.log.techniquesById();
    const problem = this.problem();
    const named = this.sitting()?.named ?? null;
    const right = problem ? techniquesOf(problem, byId) : [];
    const recorded = right.length === 0 ? 'none recorded' : right.map((id) => this.nameOf(id)).join(', ');
    if (named === null)
      return { what: 'Technique', said: 'none named', recorded, judged: 'open', remark: 'not compared' };
    if (right.length === 0)
      return {
        what: 'Technique',
        said: this.nameOf(named),
        recorded,
        judged: 'open',
        remark: 'nothing to compare with',
      };
    const isRight = right.includes(resolveTechnique(named, byId));
    return {
      what: 'Technique',
      said: this.nameOf(named),
      recorded,
      judged: isRight ? 'right' : 'wrong',
      remark: isRight ? 'right' : `mixed up with ${this.nameOf(named).toLowerCase()}`,
    };
  }

  private costPoint(part: keyof CostPair): Point {
    const what = part === 'time' ? 'Time cost' : 'Space cost';
    const said = this.sitting()?.stated[part] ?? null;
    const recorded = this.problem()?.cost[part] ?? null;
    if (said === null || recorded === null) {
      return {
        what,
        said: said ?? 'not stated',
        recorded: recorded ?? 'none recorded',
        judged: 'open',
        remark: 'not compared',
      };
    }
    const isSame = isSameCost(said, recorded);
    const remark =
      isSame === null
        ? 'one of the two cannot be read'
        : isSame
          ? 'equal'
          : `not equal: ${normalCost(recorded).text} is recorded`;
    return { what, said, recorded, judged: isSame === null ? 'open' : isSame ? 'right' : 'wrong', remark };
  }

  private lastTimeText(): string {
    const [last] = this.earlier();
    return last ? `last time ${resultWords[last.result]}, ${helpWords[last.help]}` : 'the first sitting';
  }
}
