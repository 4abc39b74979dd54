import { operations, structuresFor } from './structures';
import { normalCost } from '../cost/normal-cost';

const best = (...wanted: Parameters<typeof structuresFor>[0][number][]): string =>
  structuresFor(wanted)[0]?.names.join(' with ') ?? 'nothing';

describe('structures for operations', () => {
  it('serve each that can be asked for', () => {
    for (const operation of Object.keys(operations) as (keyof typeof operations)[]) {
      const [choice] = structuresFor([operation]);
      expect(choice?.names.length).withContext(operation).toBe(1);
      for (const { costs, space } of structuresFor([operation])) {
        for (const { cost } of costs) expect(() => normalCost(cost)).not.toThrow();
        expect(() => normalCost(space)).not.toThrow();
      }
    }
    expect(structuresFor([])).toEqual([]);
  });

  it('put the quickest first', () => {
    expect(best('member')).toBe('hash map');
    expect(best('insert', 'remove-smallest')).toMatch(/heap/);
    expect(best('join', 'same-group')).toBe('union–find');
    expect(best('by-prefix')).toContain('trie');
    expect(best('push', 'pop', 'smallest')).toBe('stack that keeps the extreme so far with each item');
    expect(best('push', 'pop-front', 'largest')).toBe('queue of two stacks that keep their extremes');
    expect(best('push', 'pop-front', 'sum-of-all')).toBe('queue with its sum');
    expect(best('insert', 'remove', 'smallest', 'largest')).toMatch(/search tree|multiset/);
    expect(best('insert', 'remove-smallest', 'change-key')).toBe('heap with an index of its items');
    expect(best('nearest-smaller')).toBe('monotonic stack');
    const costs = structuresFor(['insert', 'member'])[0]?.costs.map(({ operation, cost }) => `${operation} ${cost}`);
    expect(costs).toEqual(['insert O(1) average', 'member O(1) average']);
  });

  it('are joined in pairs where no single one serves all, changes costing what the dearer of the two takes', () => {
    const [shelf] = structuresFor(['by-key', 'move-to-front', 'unlink']);
    expect(shelf?.names).toEqual(['hash map', 'doubly linked list']);
    const [mixed] = structuresFor(['insert', 'remove', 'by-key', 'iterate-sorted', 'rank']);
    expect(mixed?.names.length).toBeLessThanOrEqual(2);
    expect(mixed?.costs).toHaveSize(5);
    expect(structuresFor(['by-key', 'move-to-front', 'unlink']).length).toBeLessThanOrEqual(5);
  });
});
