import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type PlanItem,
  type OptimalityGap,
  type Alternative,
  type DayAlternatives,
  alternativeSentence,
} from '@lernen/core/plan';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { Reasons } from '../store/reasons';
import { longDay, shortDay } from '../ui/dates';
import { KindMark } from '../ui/kind-mark';

/** What was weighed for a day: what stands there, what just missed it, and what would have to change. */
@Component({
  selector: 'app-why-plan',
  imports: [KindMark, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page with-side read">
      <section aria-labelledby="why-title">
        <p class="second"><a routerLink="/runway" [queryParams]="{ day: date() }">Runway</a></p>
        <h1 id="why-title">Why this plan for {{ longDay(date()) }}</h1>
        @if (planned(); as it) {
          <p class="second">
            Items are compared by the readiness that they add on the interview days, per minute.
            {{ it.minutes }} of about {{ it.budget }} min are planned; a day may hold a tenth more.
          </p>
          <section aria-labelledby="there-title">
            <h2 id="there-title">What stands there</h2>
            <ul>
              @for (item of byGain(it.items); track $index) {
                <li>
                  <app-kind-mark [kind]="item.kind" />
                  <b>{{ reasons.titleOf(item) }}</b>
                  <span class="takes mono">{{ item.minutes }} min</span>
                  <span class="adds mono">{{ anHour(item.reasons.gainPerMinute) }}</span>
                  <p class="second">{{ reasons.sentence(item) }}</p>
                </li>
              } @empty {
                <li class="none second">
                  {{ it.budget === 0 ? 'A day off: nothing is planned on it.' : 'Nothing.' }}
                </li>
              }
            </ul>
          </section>
          @if (alternatives(); as other) {
            <section aria-labelledby="nearest-title">
              <h2 id="nearest-title">What came nearest</h2>
              <p class="second">
                {{ other.count }} more items would have added something. These came nearest; beside each stands what
                would have to change:
              </p>
              <ul>
                @for (item of other.nearest; track $index) {
                  <li>
                    <app-kind-mark [kind]="item.kind" />
                    <b>{{ reasons.nameOf(item) }}</b>
                    <span class="takes mono">{{ item.minutes }} min</span>
                    <span class="adds mono">{{ anHour(item.gainPerMinute) }}</span>
                    <p class="second">{{ sentence(item) }}</p>
                  </li>
                } @empty {
                  <li class="none second">Nothing else would add anything.</li>
                }
              </ul>
            </section>
          }
        } @else if (derived.plan()) {
          <p>This day is not in the plan. <a routerLink="/runway">All days</a></p>
        } @else {
          <p class="second">The plan is being made.</p>
        }
      </section>
      @if (alternatives()) {
        <aside>
          <h2>What a point is</h2>
          <p class="second">
            A point is one percent of readiness. The points in a sentence say what an item adds for one interview,
            beside what is planned before it. Points an hour say what the plan would lose without the item, over all
            interviews. Items are compared by points an hour. An item stays off a day because it gains less, does not
            fit, or would come too soon. What you pinned comes first.
          </p>
          <h2>How good the whole plan is</h2>
          @if (optimalityGap(); as it) {
            <p>
              <span class="figure">+ {{ points(it.reached) }}</span> points of readiness over doing nothing, weighted
              over your interviews.
            </p>
            @if (share() !== null) {
              <p class="second">
                No plan within your minutes could add more than {{ points(it.max) }} under the same estimates: this one
                has at least {{ share() }} % of that. The limit is generous: it lets every review come at its best
                moment.
              </p>
            }
          } @else {
            <p class="second">Being computed.</p>
          }
        </aside>
      }
    </div>
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 84px minmax(0, 1fr) 64px 168px;
      gap: 2px 12px;
      padding: 8px 0;
      border-bottom: 1px solid var(--line);
    }
    li p {
      grid-column: 2 / -1;
      max-width: 72ch;
      font-size: 13px;
    }
    .takes,
    .adds {
      text-align: end;
      white-space: nowrap;
    }
    .none {
      display: block;
    }
    @media (width < 560px) {
      li {
        grid-template-columns: 84px minmax(0, 1fr) auto;
      }
      li p {
        grid-column: 1 / -1;
      }
      .adds {
        grid-column: 1 / -1;
        text-align: start;
      }
    }
    .figure {
      font: 700 26px var(--heading);
    }
    aside p {
      margin-bottom: 10px;
    }
  `,
})
export class WhyPlan {
  protected readonly derived = inject(DerivedStore);
  protected readonly reasons = inject(Reasons);
  private readonly clock = inject(Clock);
  /** The day, from the address; today when it says none. */
  readonly day = input<string>();
  protected readonly longDay = longDay;
  protected readonly date = computed(() => this.day() ?? this.clock.today());
  protected readonly planned = computed(() => this.derived.planDays().get(this.date()) ?? null);
  protected readonly alternatives = signal<DayAlternatives | null>(null);
  protected readonly optimalityGap = signal<OptimalityGap | null>(null);
  protected readonly share = computed(() => {
    const it = this.optimalityGap();
    return it && it.max > 1e-6 ? Math.floor((100 * it.reached) / it.max) : null;
  });

  constructor() {
    effect(() => {
      const date = this.date();
      if (this.derived.derived()) void this.derived.alternatives(date).then((it) => this.alternatives.set(it));
    });
    effect(() => {
      if (this.derived.derived()) void this.derived.optimalityGap().then((it) => this.optimalityGap.set(it));
    });
  }

  protected byGain(items: readonly PlanItem[]): PlanItem[] {
    return [...items].sort((a, b) => b.reasons.gainPerMinute - a.reasons.gainPerMinute);
  }

  protected sentence(item: Alternative): string {
    return alternativeSentence(item, shortDay);
  }

  protected anHour(gainPerMinute: number): string {
    return `${(gainPerMinute * 6000).toFixed(2)} points an hour`;
  }

  protected points(readiness: number): string {
    return (readiness * 100).toFixed(1);
  }
}
