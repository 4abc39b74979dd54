import {
  type CostStep,
  type CostRelation,
  compareCosts,
  constantIn,
  evaluateCost,
  largeConstant,
  magnitude,
  normalCost,
  product,
  readLimit,
  simplifyingSteps,
  variablesWithout,
} from '@lernen/core/cost';
import {
  type Bounds,
  type Fit,
  approximately,
  bytesText,
  budgetFor,
  classFits,
  fitOf,
  allowedSteps,
  readBounds,
  usualElementBytes,
  usualRate,
} from '@lernen/core/sheet';
import { LernenError } from '@lernen/core/errors';

export interface CostOptions {
  readonly compare?: string;
  readonly assume: readonly string[];
  readonly bounds?: string;
  readonly limit?: string;
  readonly memory?: string;
  readonly rate?: string;
}

/** What `lernen cost` says of an expression. */
export interface CostReport {
  readonly normal: string;
  /** A constant factor that is too large to drop; left out where there is none. */
  readonly constant?: number;
  readonly steps: readonly CostStep[];
  readonly relation?: CostRelation;
  readonly at?: CostAt;
}

interface CostAt {
  /** Steps at the bounds; `value` is null where it is beyond what a number holds, `log10` stands always. */
  readonly steps: { readonly value: number | null; readonly log10: number; readonly text: string };
  readonly fits: Fit;
  readonly allowed: number;
  /** The same number of elements of 8 bytes, against the memory limit, where one is given. */
  readonly memory?: { readonly bytes: string; readonly fits: Fit };
  readonly classes: readonly { readonly cost: string; readonly fits: Fit; readonly largest: number | null }[];
}

/** @throws CostError when the expression, the one to compare with or an assumption cannot be read; LernenError for options. */
export function costReport(expression: string, options: CostOptions): CostReport {
  const bounds = boundsFrom(options);
  const limits = [...options.assume.map(readLimit), ...bounds.limits];
  const normal = normalCost(expression, limits).text;
  const constant = constantIn(expression);
  return {
    normal,
    ...(constant >= largeConstant ? { constant } : {}),
    steps: simplifyingSteps(expression, limits),
    ...(options.compare === undefined ? {} : { relation: compareCosts(expression, options.compare, limits) }),
    ...(options.bounds === undefined ? {} : { at: costAt(expression, bounds, options) }),
  };
}

function costAt(expression: string, bounds: Bounds, options: CostOptions): CostAt {
  const steps = evaluateCost(expression, bounds.largest);
  if (!steps)
    throw new LernenError(
      'bounds',
      `The bounds give no size for ${variablesWithout(expression, bounds.largest).join(', ')}.`,
    );
  const budget = budgetFor(bounds, options.rate === undefined ? usualRate : rateFrom(options.rate));
  const allowed = allowedSteps(budget);
  const bytes = product(steps, magnitude(usualElementBytes));
  return {
    steps: { value: Number.isFinite(steps.value) ? steps.value : null, log10: steps.log10, text: approximately(steps) },
    fits: fitOf(steps, allowed),
    allowed,
    ...(options.memory === undefined ? {} : { memory: { bytes: bytesText(bytes), fits: fitOf(bytes, budget.bytes) } }),
    classes: classFits(bounds, budget).map(({ cost, fit, largest }) => ({
      cost,
      fits: fit,
      largest: Number.isFinite(largest) ? largest : null,
    })),
  };
}

function boundsFrom({ bounds, limit, memory }: CostOptions): Bounds {
  const known = readBounds([bounds ?? '']);
  const strange = known.all.find(({ kind }) => kind === 'unread');
  if (strange) throw new LernenError('bounds', `“${strange.text}” is no bound; write one such as n<=2e5.`);
  const rest = readBounds([limit, memory].filter((it) => it !== undefined));
  if (limit !== undefined && rest.seconds === null)
    throw new LernenError('limit', `“${limit}” is no time limit; write one such as 2s.`);
  if (memory !== undefined && rest.bytes === null)
    throw new LernenError('memory', `“${memory}” is no memory limit; write one such as 256MB.`);
  return { ...known, seconds: rest.seconds ?? known.seconds, bytes: rest.bytes ?? known.bytes };
}

function rateFrom(text: string): number {
  const rate = Number(text);
  if (!(rate > 0)) throw new LernenError('rate', `“${text}” is no number of steps a second.`);
  return rate;
}

const fitWords: Readonly<Record<Fit, string>> = { fits: 'fits', tight: 'tight', over: 'over' };

export function costText({ normal, constant, steps, relation, at }: CostReport, compared: string | undefined): string {
  return [
    normal,
    ...(constant === undefined ? [] : [`  a constant of ${constant} is too large to drop`]),
    ...steps.map(({ why }) => `  ${why}`),
    ...(relation === undefined
      ? []
      : [
          `${relation === 'incomparable' ? 'incomparable with' : relation === 'equal' ? 'equal to' : `${relation} than`} ${compared}`,
        ]),
    ...(at
      ? [
          `${at.steps.text} steps of ${approximately(magnitude(at.allowed))}: ${fitWords[at.fits]}`,
          ...(at.memory ? [`${at.memory.bytes} of memory: ${fitWords[at.memory.fits]}`] : []),
          ...at.classes.map(
            ({ cost, fits, largest }) =>
              `  ${cost.padEnd(16)} ${fitWords[fits].padEnd(6)} up to ${largest === null ? 'any size' : approximately(magnitude(largest))}`,
          ),
        ]
      : []),
  ].join('\n');
}
