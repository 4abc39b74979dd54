import { Injector, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { keydown } from '../testing/keydown';
import { GridKeys } from './grid-keys';

describe('keys in a table of cells', () => {
  const rowCount = signal(3);
  let keys: GridKeys;
  beforeEach(() => {
    rowCount.set(3);
    keys = new GridKeys(rowCount, signal(4), TestBed.inject(Injector));
  });
  const after = (...names: string[]): string => {
    for (const name of names) keys.onKeydown(keydown(name));
    return `${keys.at().row} ${keys.at().column}`;
  };

  it('lead from cell to cell and to both ends of a row, and not out of the table', () => {
    expect(after()).toBe('0 0');
    expect(after('ArrowDown', 'ArrowRight')).toBe('1 1');
    expect(after('End')).toBe('1 3');
    expect(after('ArrowRight', 'ArrowDown', 'ArrowDown', 'ArrowDown')).toBe('2 3');
    expect(after('Home', 'ArrowUp', 'ArrowLeft')).toBe('1 0');
    expect(after('ArrowUp', 'ArrowUp')).toBe('0 0');
  });

  it('are told from those that mean something else, which are left alone', () => {
    for (const name of ['a', 'Enter', 'Tab', 'Escape', 'Delete']) {
      const event = keydown(name);
      expect(keys.onKeydown(event)).withContext(name).toBeFalse();
      expect(event.defaultPrevented).withContext(name).toBeFalse();
    }
    expect(keys.onKeydown(keydown('ArrowDown', { altKey: true }))).toBeFalse();
    expect(after()).toBe('0 0');
  });

  it('stay where they are when rows are added', () => {
    keys.set(2, 1);
    rowCount.set(9);
    TestBed.tick();
    expect(after()).toBe('2 1');
    expect(after('ArrowDown')).toBe('3 1');
  });
});
