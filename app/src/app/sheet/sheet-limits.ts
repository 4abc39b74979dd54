import { Injectable, computed, inject } from '@angular/core';
import type { Approach } from '@lernen/core/model';
import {
  type ApproachCheck,
  budgetFor,
  checkApproach,
  codeOf,
  rateOf,
  readBounds,
  rulesPutAside,
} from '@lernen/core/sheet';
import { LogStore } from '../store/log-store';
import { SheetStore } from '../store/sheet-store';

/** What the bounds of the sheet's problem allow in the person's language. Provided by the sheet. */
@Injectable()
export class SheetLimits {
  private readonly store = inject(SheetStore);
  private readonly log = inject(LogStore);
  private readonly lines = computed(() => this.store.single('bounds').lines, {
    equal: (a, b) => a.join('\n') === b.join('\n'),
  });
  readonly bounds = computed(() => readBounds(this.lines()));
  readonly rate = computed(() => rateOf(this.log.settings().language, this.log.settings().stepsPerSecond));
  readonly budget = computed(() => budgetFor(this.bounds(), this.rate()));

  /** What the machine makes of each approach and the code of its versions, but for what was put aside; once for all who ask. */
  private readonly checks = computed(() => {
    const versions = this.store.of('version');
    const { dismissed } = this.store.single('cue-choices');
    return new Map(
      this.store.of('approach').map((approach) => {
        const facts = { ...approach, code: codeOf(versions, approach) };
        const check = checkApproach(facts, this.bounds(), this.budget(), rulesPutAside(dismissed, approach.id));
        return [approach.id, check] as const;
      }),
    );
  });

  check({ id }: Approach): ApproachCheck {
    return this.checks().get(id) ?? nothingChecked;
  }

  /** Whether an approach may be the answer: not given up, not over the limit, and no condition broken. */
  isOpen(approach: Approach): boolean {
    return approach.left === null && !/^(?:over|breaks)$/.test(this.check(approach).verdict);
  }

  /** Whether a cost forgets what the idea does: then it is no answer to compare with. */
  isDoubtful(approach: Approach): boolean {
    return this.check(approach).remarks.some(({ rule }) => /forgets/.test(rule));
  }

  /** Takes a rule's advice on an approach out of sight; null brings all of it back. */
  putAside(approach: Approach, rule: string | null): void {
    const choices = this.store.single('cue-choices');
    const others = choices.dismissed.filter((id) => !(rule === null && id.endsWith(`@${approach.id}`)));
    this.store.change(choices, {
      dismissed: rule === null ? others : [...others, `${rule}@${approach.id}`].slice(-100),
    });
  }
}

/** Of an approach that is gone, for the moment until its row is. */
const nothingChecked = checkApproach(
  { idea: '', time: null, space: null, operations: [] },
  readBounds([]),
  budgetFor(readBounds([])),
);
