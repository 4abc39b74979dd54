import { type Day, addDays, isDay, weekdayOf, weekdays } from '../model/time';

/** The day that a word such as `yesterday`, `mon`, `3d` or `2026-11-20` means; a weekday is the last one before today. */
export function dayFromWord(word: string, today: Day): Day | null {
  if (word === 'today') return today;
  if (word === 'yesterday') return addDays(today, -1);
  const ago = /^(\d{1,4})d$/.exec(word);
  if (ago) return addDays(today, -Number(ago[1]));
  const weekday = word.length >= 3 ? weekdays.findIndex((name) => fullWeekdays[name].startsWith(word)) : -1;
  if (weekday >= 0) {
    const back = (weekdays.indexOf(weekdayOf(today)) - weekday + 7) % 7;
    return addDays(today, -(back === 0 ? 7 : back));
  }
  return isDay(word) ? word : null;
}

const fullWeekdays = {
  sun: 'sunday',
  mon: 'monday',
  tue: 'tuesday',
  wed: 'wednesday',
  thu: 'thursday',
  fri: 'friday',
  sat: 'saturday',
} as const;
