import { Injectable, computed, inject } from '@angular/core';
import { budgetFor, rateOf, readBounds } from '@lernen/core/sheet';
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
}
