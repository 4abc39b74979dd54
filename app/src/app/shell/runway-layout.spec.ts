import type { Interview } from '@lernen/core/model';
import { type RunwayColumn, layOutRunway } from './runway-layout';

function columns(count: number, part: (index: number) => Partial<RunwayColumn> = () => ({})): RunwayColumn[] {
  return Array.from({ length: count }, (_, index) => ({
    date: new Date(Date.UTC(2026, 10, 17 + index)).toISOString().slice(0, 10),
    done: 0,
    planned: 30,
    budget: 45,
    isToday: index === 7,
    point: null,
    interviews: [],
    ...part(index),
  }));
}

const interview = { id: 'a', employer: 'Otterbridge' } as unknown as Interview;

describe('the layout of the runway', () => {
  it('gives every day a column of the same width and bars by their minutes', () => {
    const { step, columns: drawn } = layOutRunway(
      columns(35, (index) => ({ planned: index === 10 ? 60 : 30 })),
      700,
      74,
    );
    expect(step).toBe(20);
    expect(drawn[10]?.plannedHeight).toBeCloseTo(2 * (drawn[9]?.plannedHeight ?? 0), 6);
    for (const { plannedY, plannedHeight } of drawn) expect(plannedY + plannedHeight).toBeCloseTo(58, 6);
  });

  it('draws one line an interview and never joins two', () => {
    const point = (index: number): RunwayColumn['point'] => ({
      date: '',
      interviewId: index < 15 ? 'a' : 'b',
      ifKept: 0.5 + index / 100,
      ifDropped: 0.5,
    });
    const { lines } = layOutRunway(
      columns(30, (index) => ({ point: point(index) })),
      600,
      74,
    );
    expect(lines).toHaveSize(2);
    expect(lines[0]?.kept.split('L')).toHaveSize(15);
  });

  it('keeps dates apart on a phone, today always among them', () => {
    const { labels } = layOutRunway(columns(42), 336, 74);
    expect(labels.some((label) => label.isToday)).toBeTrue();
    const places = labels.map((label) => label.x).sort((a, b) => a - b);
    places.slice(1).forEach((x, index) => expect(x - (places[index] ?? 0)).toBeGreaterThan(27));
  });

  it('turns the last pennant inwards and covers none with another', () => {
    const { pennants } = layOutRunway(
      columns(30, (index) => ({ interviews: index === 28 || index === 29 ? [interview] : [] })),
      600,
      74,
    );
    expect(pennants.map((it) => it.anchor)).toEqual(['end', 'end']);
    expect(pennants.map((it) => it.text === '')).toEqual([false, true]);
  });
});
