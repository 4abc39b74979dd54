import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type PlanItem, type Standing, type Weighed, type WeighedDay, weighSentence } from '@lernen/core/plan';
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
    <div class="page with-side">
      <section aria-labelledby="why-title">
        <p class="second"><a routerLink="/runway" [queryParams]="{ day: date() }">Runway</a></p>
        <h1 id="why-title">Why this plan for {{ longDay(date()) }}</h1>
        @if (planned(); as it) {
          <p class="second">
            Everything is weighed by the readiness that it adds on the interview days, for every minute it takes.
            {{ it.minutes }} of {{ it.budget }} min are planned.
          </p>
          <h2>What stands there</h2>
          <table>
            <thead>
              <tr>
                <th scope="col">Kind</th>
                <th scope="col">What</th>
                <th scope="col" class="number">Takes</th>
                <th scope="col" class="number">Adds an hour</th>
              </tr>
            </thead>
            <tbody>
              @for (item of byGain(it.items); track $index) {
                <tr>
                  <td><app-kind-mark [kind]="item.kind" /></td>
                  <td>
                    <b>{{ reasons.nameOf(item) }}</b>
                    <p class="second">{{ reasons.sentence(item) }}</p>
                  </td>
                  <td class="number mono">{{ item.minutes }} min</td>
                  <td class="number mono">{{ anHour(item.reasons.gainPerMinute) }}</td>
                </tr>
              } @empty {
                <tr>
                  <td colspan="4" class="second">
                    {{ it.budget === 0 ? 'A day off: nothing is planned on it.' : 'Nothing.' }}
                  </td>
                </tr>
              }
            </tbody>
          </table>
          <h2>What came nearest</h2>
          @if (weighed(); as other) {
            <p class="second">
              {{ other.count }} more would have added something. What would have to change for the first of them to get
              in:
            </p>
            <table>
              <thead>
                <tr>
                  <th scope="col">Kind</th>
                  <th scope="col">What</th>
                  <th scope="col" class="number">Takes</th>
                  <th scope="col" class="number">Would add an hour</th>
                </tr>
              </thead>
              <tbody>
                @for (item of other.nearest; track $index) {
                  <tr>
                    <td><app-kind-mark [kind]="item.kind" /></td>
                    <td>
                      <b>{{ reasons.nameOf(item) }}</b>
                      <p class="second">{{ sentence(item) }}</p>
                    </td>
                    <td class="number mono">{{ item.minutes }} min</td>
                    <td class="number mono">{{ anHour(item.gainPerMinute) }}</td>
                  </tr>
                } @empty {
                  <tr>
                    <td colspan="4" class="second">Nothing else would add anything.</td>
                  </tr>
                }
              </tbody>
            </table>
          }
        } @else if (derived.plan()) {
          <p>This day is not in the plan. <a routerLink="/runway">All days</a></p>
        } @else {
          <p class="second">The plan is being made.</p>
        }
      </section>
      <aside>
        <h2>How good the whole plan is</h2>
        @if (standing(); as it) {
          <p>
            <span class="figure">+ {{ points(it.reached) }}</span> points of readiness over doing nothing, weighed over
            your interviews.
          </p>
          @if (share() !== null) {
            <p class="second">
              No plan within your minutes could add more than {{ points(it.most ?? 0) }} under the same estimates: this
              one has at least {{ share() }} % of what there is.
            </p>
          }
        } @else {
          <p class="second">Being reckoned.</p>
        }
        <p class="second">
          A point is one percent of readiness. An item is kept from a day by less gain, too little room, or its spacing,
          and what you pinned comes first.
        </p>
      </aside>
    </div>
  `,
  styles: `
    h2 {
      margin: 22px 0 6px;
    }
    aside h2:first-child {
      margin-top: 0;
    }
    table {
      width: 100%;
    }
    th,
    td {
      padding: 8px 12px 8px 0;
      border-bottom: 1px solid var(--line);
      vertical-align: top;
    }
    thead th {
      color: var(--ink-2);
      font-size: 12px;
    }
    td p {
      max-width: 66ch;
      font-size: 13px;
    }
    td.number {
      white-space: nowrap;
    }
    .figure {
      font: 700 26px var(--heading);
    }
    aside p {
      margin-bottom: 10px;
    }
    @media (width < 560px) {
      thead {
        display: none;
      }
      th,
      td {
        padding-right: 8px;
      }
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
  protected readonly weighed = signal<WeighedDay | null>(null);
  protected readonly standing = signal<Standing | null>(null);
  protected readonly share = computed(() => {
    const it = this.standing();
    return it?.most != null && it.most > 1e-6 ? Math.floor((100 * it.reached) / it.most) : null;
  });

  constructor() {
    effect(() => {
      const date = this.date();
      if (this.derived.derived()) void this.derived.weigh(date).then((it) => this.weighed.set(it));
    });
    effect(() => {
      if (this.derived.derived()) void this.derived.standing().then((it) => this.standing.set(it));
    });
  }

  protected byGain(items: readonly PlanItem[]): PlanItem[] {
    return [...items].sort((a, b) => b.reasons.gainPerMinute - a.reasons.gainPerMinute);
  }

  protected sentence(item: Weighed): string {
    return weighSentence(item, shortDay);
  }

  protected anHour(gainPerMinute: number): string {
    return `${(gainPerMinute * 6000).toFixed(2)} points`;
  }

  protected points(readiness: number): string {
    return (readiness * 100).toFixed(1);
  }
}
