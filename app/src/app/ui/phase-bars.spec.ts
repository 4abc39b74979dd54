import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Phase } from '@lernen/core/model';
import { PhaseBars } from './phase-bars';

const none = { read: 0, plan: 0, code: 0, check: 0, explain: 0 };

@Component({
  imports: [PhaseBars],
  template: '<app-phase-bars [taken]="taken" [usual]="usual" [now]="now" (chosen)="chosen = $event" />',
})
class Beside {
  taken = { ...none, read: 140, code: 600 };
  usual: typeof none | null = { ...none, read: 200, code: 475.4 };
  now: Phase | null = null;
  chosen: Phase | null = null;
}

describe('the times of phases as bars', () => {
  const shown = (part: Partial<Beside> = {}): { readonly rows: HTMLElement[]; readonly beside: Beside } => {
    const fixture = TestBed.createComponent(Beside);
    Object.assign(fixture.componentInstance, part);
    fixture.detectChanges();
    const element = fixture.nativeElement as HTMLElement;
    return { rows: [...element.querySelectorAll('li')], beside: fixture.componentInstance };
  };
  const text = (row: HTMLElement | undefined): string => row?.textContent.replace(/\s+/g, ' ').trim() ?? '';

  it('say minutes and seconds, and how far they are from the usual', () => {
    const { rows } = shown();
    expect(rows).toHaveSize(5);
    expect(text(rows[0])).toMatch(/^read ?2:20 ?−1:00$/);
    expect(text(rows[2])).toMatch(/^code ?10:00 ?\+2:05$/);
    // The longest of all fills its place, the others are as long beside it.
    expect(rows.map((row) => row.querySelector('i')?.style.width)).toEqual(['23.3333%', '0%', '100%', '0%', '0%']);
    expect(rows[2]?.querySelector('b')?.style.left).toMatch(/^79\.2/);
  });

  it('have no mark where nothing is usual yet', () => {
    const { rows } = shown({ usual: null });
    expect(text(rows[0])).toMatch(/^read ?2:20$/);
    expect(rows[0]?.querySelector('b')).toBeNull();
  });

  it('are pressed to say which phase one is in, only while one works', () => {
    expect(shown().rows[0]?.querySelector('button')).toBeNull();
    const { rows, beside } = shown({ now: 'code' });
    expect(rows.map((row) => row.querySelector('button')?.getAttribute('aria-current') ?? '')).toEqual([
      '',
      '',
      'step',
      '',
      '',
    ]);
    rows[1]?.querySelector('button')?.click();
    expect(beside.chosen).toBe('plan');
  });
});
