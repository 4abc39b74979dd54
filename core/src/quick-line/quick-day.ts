import { readDateCell } from '../model/cells';
import { type Day, addDays, weekdayOf, weekdays } from '../model/time';

/** The day that a word such as `yesterday`, `mon` or `3d` means; a weekday is the last one before today. */
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
  return null;
}

/** The days that a written date may mean, as a spreadsheet's cell would: two for `3/11/2026`, none for what is no date. */
export function daysFromDate(text: string): Day[] {
  const read = (['day-first', 'month-first'] as const).flatMap((order) => {
    const cell = readDateCell(text, order);
    return 'value' in cell && cell.value !== null ? [cell.value] : [];
  });
  return [...new Set(read)];
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
