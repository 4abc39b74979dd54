import { type Day, type Instant, type Zone, dayOf } from '@lernen/core/model';

const formats = new Map<string, Intl.DateTimeFormat>();

function format(options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = JSON.stringify(options);
  let known = formats.get(key);
  if (!known) formats.set(key, (known = new Intl.DateTimeFormat('en-GB', options)));
  return known;
}

/** `24 Nov`. */
export function shortDay(day: Day): string {
  return format({ day: 'numeric', month: 'short', timeZone: 'UTC' }).format(Date.parse(`${day}T00:00:00Z`));
}

/** `Tuesday, 24 November`. */
export function longDay(day: Day): string {
  const date = Date.parse(`${day}T00:00:00Z`);
  return `${format({ weekday: 'long', timeZone: 'UTC' }).format(date)}, ${format({ day: 'numeric', month: 'long', timeZone: 'UTC' }).format(date)}`;
}

/** `28 October`, with the year when it is not this one. */
export function dateOf(instant: Instant, zone: Zone, today: Day): string {
  const day = dayOf(instant, zone);
  const year = day.slice(0, 4) === today.slice(0, 4) ? {} : ({ year: 'numeric' } as const);
  return format({ day: 'numeric', month: 'long', timeZone: 'UTC', ...year }).format(Date.parse(`${day}T00:00:00Z`));
}

/** `Mon 21 Dec, 10:00` in a zone. */
export function timeIn(instant: Instant, zone: Zone): string {
  return format({
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    timeZone: zone,
  }).format(Date.parse(instant));
}

/** A zone's city: `Europe/Oslo` is `Oslo`. */
export function cityOf(zone: Zone): string {
  return (zone.split('/').at(-1) ?? zone).replaceAll('_', ' ');
}

/** `3 days ago`, `yesterday`, `today`. */
export function agoText(days: number): string {
  return days <= 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;
}
