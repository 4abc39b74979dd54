import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { isSameCost } from '@lernen/core/cost';
import type { Approach, CostPair } from '@lernen/core/model';
import { SheetStore } from '../../store/sheet-store';
import { CostCell } from '../../ui/cost-cell';
import { textOrNull } from '../../ui/value-of';
import { SheetFocus } from '../sheet-focus';
import { SheetLimits } from '../sheet-limits';
import { ApproachRow } from './approach-row';
import { StageFrame } from './stage-frame';
import { StateCardPart } from './state-card-part';
import { StructureNeeds } from './structure-needs';

/** The climb from the plain approach to the best one, with what the machine makes of each. */
@Component({
  selector: 'app-approaches-stage',
  imports: [ApproachRow, CostCell, MatButton, StageFrame, StateCardPart, StructureNeeds],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame
      stage="approaches"
      [folds]="store.sittingId() !== null"
      [heading]="isShort() ? null : 'Approaches, first to best'"
    >
      @for (approach of approaches(); track approach.id; let index = $index) {
        <app-approach-row [approach]="approach" [index]="index" (next)="add(approach.id)" />
      }
      <p class="adding">
        <button type="button" matButton="text" class="add" data-start (click)="add(null)">
          {{ approaches().length === 0 ? 'The plain approach' : 'A better approach' }}
        </button>
        <button type="button" matButton="text" class="add" (click)="addCard()">A state card</button>
        @if (!hasNeeds()) {
          <button type="button" matButton="text" class="add" (click)="needs.open()">
            Operations that must be fast
          </button>
        }
      </p>
      @for (card of cards(); track card.id; let index = $index) {
        <app-state-card-part [card]="card" [index]="index" />
      }
      <app-structure-needs #needs />
      @if (store.sittingId() === null) {
        <div class="answer">
          <span class="label">The answer that reviews compare with</span>
          <span class="part"
            >time
            <app-cost-cell
              label="Time cost, the right answer"
              [value]="cost().time ?? ''"
              (valueChange)="setCost({ time: $event })"
          /></span>
          <span class="part"
            >space
            <app-cost-cell
              label="Space cost, the right answer"
              [value]="cost().space ?? ''"
              (valueChange)="setCost({ space: $event })"
          /></span>
          @if (toTake(); as best) {
            <button type="button" matButton="text" class="small" (click)="setCost(best)">
              Take {{ best.time }}{{ best.space ? ', ' + best.space : '' }} from the best approach
            </button>
          }
        </div>
      }
    </app-stage-frame>
  `,
  styles: `
    .adding {
      display: flex;
      flex-wrap: wrap;
      gap: 0 18px;
    }
    .answer {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      align-items: center;
      margin-top: 8px;
      padding: 4px 0;
      border-top: 1px solid var(--line);
    }
    .answer .part {
      display: inline-flex;
      align-items: baseline;
      color: var(--ink-2);
      font-size: 12px;
    }
    .answer app-cost-cell {
      width: 130px;
      color: var(--ink);
    }
  `,
})
export class ApproachesStage {
  protected readonly store = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  private readonly limits = inject(SheetLimits);
  protected readonly approaches = computed(() => this.store.of('approach'));
  /** In a review it is one line while it is empty. */
  protected readonly isShort = computed(() => this.store.sittingId() !== null && this.approaches().length === 0);
  protected readonly cards = computed(() => this.store.of('state-card'));
  protected readonly hasNeeds = computed(() => this.store.single('needs').operations.length > 0);
  protected readonly cost = computed((): CostPair => this.store.problem()?.cost ?? { time: null, space: null });

  /** The costs of the best approach, where the recorded answer says something else. */
  protected readonly toTake = computed(() => {
    const best = this.approaches().findLast(
      (it) => it.time.trim() !== '' && this.limits.isOpen(it) && !this.limits.isDoubtful(it),
    );
    if (!best) return null;
    const { time, space } = this.cost();
    const isSameTime = time !== null && isSameCost(time, best.time) === true;
    const isSameSpace = best.space.trim() === '' || (space !== null && isSameCost(space, best.space) === true);
    return isSameTime && isSameSpace ? null : { time: best.time, space: best.space };
  });

  protected add(after: string | null): void {
    this.focus.onEntry(this.store.add('approach', {}, after));
  }

  protected addCard(): void {
    const best: Approach | undefined = this.approaches().findLast((it) => this.limits.isOpen(it));
    const parameters = [{ name: '', count: '', follows: '' }];
    this.focus.onEntry(this.store.add('state-card', { approachId: best?.id ?? null, parameters }));
  }

  protected setCost(part: { readonly time?: string; readonly space?: string }): void {
    const clean = (text: string): string | null => textOrNull(text)?.slice(0, 120) ?? null;
    const { time, space } = this.cost();
    this.store.changeProblem({
      cost: {
        time: part.time === undefined ? time : clean(part.time),
        space: part.space === undefined ? space : clean(part.space),
      },
    });
  }
}
