import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ApexOptions } from 'apexcharts';
import { type CalibrationGroup, calibrationGroups } from '@lernen/core/estimate';
import { type ForecastCheck, whyItCame } from '@lernen/core/plan';
import { DerivedStore, type LookingBack as LookingBackRecord } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { shortDay } from '../ui/dates';
import { Chart, type ChartColours } from '../ui/chart';
import { axis, lineChart } from '../ui/chart-options';
import { counted, percent } from '../ui/words';

/** Fewer sittings than this say little about how good the predictions are. */
const enough = 40;
const monthText = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' });

/** How often what was predicted came true, so that the person knows how far to believe the numbers. */
@Component({
  selector: 'app-looking-back',
  imports: [Chart, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page with-side read">
      <section aria-labelledby="back-title">
        <h1 id="back-title">Looking back</h1>
        <p class="second">
          Before a sitting is taken in, Lernen says how likely an unaided solve in time is. Here is how often it was
          right.
        </p>
        @if (record(); as it) {
          @if (it.calibration.count === 0) {
            <p class="empty">
              <b>Nothing to look back on yet.</b> With the first sitting that you log, what was predicted of it stands
              here.
            </p>
          } @else {
            <p class="verdict">{{ verdict() }}</p>
            <h2>Predicted and observed</h2>
            <p class="second">
              Vertical lines: the 80 % range of the share, wide where there are few sittings. What crosses the dashed
              line is as good as right. Groups with few sittings are merged.
            </p>
            <app-chart
              [options]="calibrationError()"
              label="Observed share by predicted chance; the table has the numbers"
            />
            <table class="figures-table">
              <thead>
                <tr>
                  <th scope="col">Predicted</th>
                  <th scope="col" class="number">On average</th>
                  <th scope="col" class="number">Observed</th>
                  <th scope="col" class="number">80 % range</th>
                  <th scope="col" class="number">Sittings</th>
                </tr>
              </thead>
              <tbody>
                @for (row of classes(); track row.range) {
                  <tr>
                    <th scope="row">{{ row.range }}</th>
                    <td class="number mono">{{ percent(row.predicted) }}</td>
                    <td class="number mono">{{ percent(row.came) }}</td>
                    <td class="number mono">{{ percent(row.low) }} to {{ percent(row.high) }}</td>
                    <td class="number mono">{{ row.count }}</td>
                  </tr>
                }
              </tbody>
            </table>
            @if (checks().length > 0) {
              <h2 id="promised">Planned and reached</h2>
              <p class="second">
                The readiness that earlier plans expected for last night, beside the readiness reached. Open marks:
                computed later, from the sittings up to that day.
              </p>
              <ul class="promised">
                @for (row of checks(); track row.madeOn) {
                  <li>
                    <span class="mono second">{{ row.isMadeAgain ? '○' : '●' }} {{ shortDay(row.madeOn) }}</span>
                    <span>
                      <b class="mono">{{ percent(row.ifKept) }}</b> planned for {{ employerOf(row) }},
                      <b class="mono">{{ percent(row.came) }}</b> reached; {{ percent(row.ifDropped) }} without any
                      work.
                      {{ whyItCame(row) }}
                    </span>
                  </li>
                }
              </ul>
            }
            <h2>By month</h2>
            <p class="second">
              Log loss in nats per sitting: 0 is certain and right every time, {{ even }} is a coin toss. The base rate
              always predicts the share solved so far.
            </p>
            @if (it.calibration.months.length > 1) {
              <app-chart [options]="byMonth()" label="Log loss by month; the table has the numbers" />
            }
            <table class="figures-table">
              <thead>
                <tr>
                  <th scope="col">Month</th>
                  <th scope="col" class="number">Lernen</th>
                  <th scope="col" class="number">Base rate</th>
                  <th scope="col" class="number">Sittings</th>
                </tr>
              </thead>
              <tbody>
                @for (row of months(); track row.name) {
                  <tr>
                    <th scope="row">{{ row.name }}</th>
                    <td class="number mono">{{ row.loss.toFixed(2) }}</td>
                    <td class="number mono">{{ row.baseLoss.toFixed(2) }}</td>
                    <td class="number mono">{{ row.count }}</td>
                  </tr>
                }
              </tbody>
            </table>
          }
        } @else {
          <p class="second">This is being worked out.</p>
        }
      </section>
      <aside>
        @if (record(); as it) {
          <h2>What is yours in it</h2>
          @if (it.isPersonal) {
            <p>These are learned from your log; over its last fifth they predicted better than the usual values.</p>
          } @else {
            <p>
              The usual values are used. Values learned from your log would not have predicted its last fifth better, or
              the log is still too short.
            </p>
          }
          <dl>
            <dt>An easy problem, in log-odds</dt>
            <dd class="mono">{{ signed(-it.person.harder.easy) }}</dd>
            <dt>A hard problem</dt>
            <dd class="mono">{{ signed(-it.person.harder.hard) }}</dd>
            <dt>Log-odds that practice adds, per unit of its logarithm</dt>
            <dd class="mono">{{ signed(it.person.transfer) }}</dd>
            <dt>Half-life of recall, times the usual one</dt>
            <dd class="mono">{{ it.person.memory.toFixed(2) }} ×</dd>
          </dl>
          <p><a routerLink="/techniques">All techniques</a></p>
        }
      </aside>
    </div>
  `,
  styles: `
    .verdict {
      max-width: 66ch;
      margin: 10px 0;
      font-size: 16px;
    }
    table {
      margin: 8px 0 16px;
    }
    app-chart {
      max-width: 620px;
      min-height: 260px;
    }
    .promised {
      max-width: 80ch;
      margin: 6px 0 16px;
      padding: 0;
      list-style: none;
    }
    .promised li {
      display: grid;
      grid-template-columns: 86px 1fr;
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
    dl {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 6px 16px;
    }
    dd {
      margin: 0;
      text-align: end;
    }
  `,
})
export class LookingBack {
  private readonly derived = inject(DerivedStore);
  private readonly log = inject(LogStore);
  protected readonly percent = percent;
  protected readonly even = Math.LN2.toFixed(2);
  protected readonly whyItCame = whyItCame;
  protected readonly shortDay = shortDay;
  protected readonly record = signal<LookingBackRecord | null>(null);
  /** The forecasts of the last four weeks, the newest first. */
  protected readonly checks = signal<readonly ForecastCheck[]>([]);

  protected readonly classes = computed(() =>
    groupsOf(this.record()).map((it) => ({ ...it, range: `${percentOf(it.from)} to ${percentOf(it.to)} %` })),
  );
  protected readonly months = computed(() =>
    (this.record()?.calibration.months ?? []).map((it) => ({
      ...it,
      name: monthText.format(new Date(`${it.month}-15T00:00:00Z`)),
    })),
  );
  protected readonly verdict = computed(() => {
    const calibration = this.record()?.calibration;
    if (!calibration) return '';
    const off = Math.round(calibration.calibrationError * 100);
    const sittings = counted(calibration.count, 'sitting');
    if (calibration.count < enough)
      return `Not enough yet: ${sittings} so far. From about ${enough} on the figures begin to mean something.`;
    const gained = 1 - calibration.loss / calibration.baseLoss;
    return `Over ${sittings} predicted and observed are ${off} ${off === 1 ? 'point' : 'points'} apart on average. ${
      gained > 0.005
        ? `The log loss is ${percent(gained)} lower than that of the base rate.`
        : 'It predicted no better than the base rate: trust the order of the numbers, not the numbers.'
    }`;
  });

  protected readonly calibrationError = computed(() => {
    const classes = this.classes();
    return (colours: ChartColours): ApexOptions => ({
      ...lineChart(colours, 280),
      series: [
        {
          name: 'came true',
          type: 'scatter',
          data: classes.map((it) => ({ x: it.predicted * 100, y: it.came * 100 })),
        },
        {
          name: 'if always right',
          type: 'line',
          data: [
            { x: 0, y: 0 },
            { x: 100, y: 100 },
          ],
        },
        ...classes.map((it) => ({
          name: it.range,
          type: 'line',
          data: [
            { x: it.predicted * 100, y: it.low * 100 },
            { x: it.predicted * 100, y: it.high * 100 },
          ],
        })),
      ],
      colors: [colours.sea, colours.second, ...classes.map(() => colours.sea)],
      stroke: { width: [0, 1.5, ...classes.map(() => 2)], dashArray: [0, 4, ...classes.map(() => 0)] },
      markers: { size: [6, 0, ...classes.map(() => 0)], strokeWidth: 0 },
      legend: { show: false },
      xaxis: { ...axis(colours, 'predicted, %'), type: 'numeric', min: 0, max: 100, tickAmount: 5 },
      yaxis: { ...axis(colours, 'observed, %'), min: 0, max: 100, tickAmount: 5, decimalsInFloat: 0 },
    });
  });

  protected readonly byMonth = computed(() => {
    const months = this.months();
    return (colours: ChartColours): ApexOptions => ({
      ...lineChart(colours, 240),
      series: [
        { name: 'Lernen', type: 'line', data: months.map((it) => Number(it.loss.toFixed(3))) },
        { name: 'base rate', type: 'line', data: months.map((it) => Number(it.baseLoss.toFixed(3))) },
      ],
      colors: [colours.sea, colours.second],
      stroke: { width: [2.5, 1.5], dashArray: [0, 4] },
      markers: { size: 4, strokeWidth: 0 },
      xaxis: {
        ...axis(colours, ''),
        type: 'category',
        categories: months.map(({ name }) => name.replace(/ \d+$/, '')),
      },
      yaxis: { ...axis(colours, 'log loss, nats'), min: 0, decimalsInFloat: 1, tickAmount: 4 },
    });
  });

  constructor() {
    effect(() => {
      if (!this.derived.derived()) return;
      void this.derived.lookBack().then((record) => this.record.set(record));
      void this.readChecks();
    });
  }

  protected employerOf({ interviewId }: ForecastCheck): string {
    return this.log.log().interviews.find(({ id }) => id === interviewId)?.employer ?? 'a usual round';
  }

  private async readChecks(): Promise<void> {
    const checks: ForecastCheck[] = [];
    for (const weeks of [1, 2, 3, 4]) {
      const check = await this.derived.checkForecast(7 * weeks);
      if (check) checks.push(check);
    }
    this.checks.set(checks);
  }

  protected signed(value: number): string {
    return `${value < 0 ? '−' : '+'} ${Math.abs(value).toFixed(2)}`;
  }
}

function groupsOf(record: LookingBackRecord | null): CalibrationGroup[] {
  return record ? calibrationGroups(record.calibration) : [];
}

function percentOf(chance: number): number {
  return Math.round(chance * 100);
}
