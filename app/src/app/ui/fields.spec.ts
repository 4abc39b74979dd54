import { type ComponentRef, provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { type Attempt, type Slip, attemptWith, catalogue } from '@lernen/core/model';
import { CostField } from './cost-field';
import { DifficultyNotches } from './difficulty-notches';
import { KindMark } from './kind-mark';
import { OutcomeFields } from './outcome-fields';
import { Picker } from './picker';

function show<T>(
  component: new () => T,
  inputs: Readonly<Record<string, unknown>>,
): { fixture: ComponentFixture<T>; element: HTMLElement; ref: ComponentRef<T> } {
  TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  fixture.detectChanges();
  return { fixture, element: fixture.nativeElement as HTMLElement, ref: fixture.componentRef };
}

function type(field: HTMLInputElement | null, text: string): void {
  if (!field) throw new Error('no field');
  field.value = text;
  field.dispatchEvent(new Event('input'));
}

function leave(element: HTMLElement): void {
  element.querySelector('input')?.dispatchEvent(new Event('focusout', { bubbles: true }));
}

describe('the picker', () => {
  const inputs = { options: catalogue, label: 'Technique', value: null, unknownText: 'No technique is called that.' };

  it('takes a technique that was typed in part, when it is left', () => {
    const { fixture, element } = show(Picker, inputs);
    const field = element.querySelector('input');
    type(field, 'priority q');
    leave(element);
    fixture.detectChanges();
    expect([fixture.componentInstance.value(), field?.value]).toEqual(['heap', 'Heap']);
  });

  it('takes the first that is meant where Enter comes before the list has marked it', () => {
    const { fixture, element } = show(Picker, inputs);
    const field = element.querySelector('input');
    field?.dispatchEvent(new Event('focusin'));
    type(field, 'priority q');
    field?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', keyCode: 13, bubbles: true }));
    expect(fixture.componentInstance.value()).toBe('heap');
  });

  it('says that there is none of that name and takes nothing', () => {
    const { fixture, element } = show(Picker, inputs);
    const field = element.querySelector('input');
    type(field, 'lantern magic');
    leave(element);
    fixture.detectChanges();
    expect(element.textContent).toContain('No technique is called that.');
    expect(fixture.componentInstance.value()).toBeNull();
  });

  it('lets an empty field mean none', () => {
    const { fixture, element } = show(Picker, { ...inputs, value: 'heap' });
    const field = element.querySelector('input');
    expect(field?.value).toBe('Heap');
    type(field, '');
    leave(element);
    expect(fixture.componentInstance.value()).toBeNull();
  });

  it('takes what was typed before the press that leaves it does its work, but not over an option that is pressed', () => {
    const { fixture, element } = show(Picker, inputs);
    const field = element.querySelector('input');
    const press = (target: Element, phase: string): boolean =>
      target.dispatchEvent(new Event(phase, { bubbles: true }));
    const option = document.createElement('mat-option');
    document.body.append(option);
    type(field, 'priority q');
    press(option, 'pointerdown');
    leave(element);
    press(option, 'pointerup');
    option.remove();
    expect(fixture.componentInstance.value()).toBeNull();
    press(document.body, 'pointerdown');
    leave(element);
    expect(fixture.componentInstance.value()).toBeNull();
    press(document.body, 'pointerup');
    expect(fixture.componentInstance.value()).toBe('heap');
  });

  it('keeps a text that names none of the options where that is fine', () => {
    const { fixture, element } = show(Picker, { ...inputs, takesOther: true });
    type(element.querySelector('input'), 'lantern magic');
    fixture.detectChanges();
    expect([fixture.componentInstance.value(), element.querySelector('.fault')]).toEqual(['lantern magic', null]);
  });
});

describe('the cost field', () => {
  it('keeps what cannot be read and says where reading stopped', () => {
    const { fixture, element } = show(CostField, { label: 'Time cost', value: '' });
    type(element.querySelector('input'), 'O(n log');
    fixture.detectChanges();
    expect(element.querySelector('.fault')).toBeNull();
    leave(element);
    fixture.detectChanges();
    expect(fixture.componentInstance.value()).toBe('O(n log');
    expect(element.querySelector('.fault')?.textContent).toContain('position 8');
    type(element.querySelector('input'), 'O(n log n)');
    fixture.detectChanges();
    expect(element.querySelector('.fault')).toBeNull();
  });
});

describe('the fields of an outcome', () => {
  const inputs = {
    result: null,
    help: 'none',
    attempts: [] as Attempt[],
    chosenSlips: [] as Slip[],
    felt: null,
  };
  const press = (element: HTMLElement, text: string): void => {
    const button = [...element.querySelectorAll('button')].find(
      (it) => it.textContent.trim() === text || it.getAttribute('aria-label') === text,
    );
    if (!button) throw new Error(`no button ${text}`);
    button.click();
  };

  it('adds attempts, gives them verdicts and removes them', () => {
    const { fixture, element } = show(OutcomeFields, inputs);
    press(element, 'Add an attempt');
    fixture.detectChanges();
    press(element, 'Add an attempt');
    fixture.detectChanges();
    element.querySelector('mat-select')?.firstElementChild?.dispatchEvent(new MouseEvent('click'));
    fixture.detectChanges();
    const options = [...document.querySelectorAll<HTMLElement>('mat-option')];
    options.find((it) => it.textContent.trim() === 'too slow')?.click();
    // What a form holds carries a mark of the form; what is kept of it does not.
    const kept = (): unknown => JSON.parse(JSON.stringify(fixture.componentInstance.attempts()));
    expect(kept()).toEqual([attemptWith('too-slow'), attemptWith(null)]);
    press(element, 'Remove attempt 2');
    expect(kept()).toEqual([attemptWith('too-slow')]);
  });

  it('takes result, help, slips and feeling, and can take slips and feeling back', () => {
    const { fixture, element } = show(OutcomeFields, inputs);
    const choose = (label: string): void => {
      const named = [...element.querySelectorAll<HTMLElement>('label, [role="option"]')].find(
        (it) => it.textContent.trim() === label,
      );
      const found = named instanceof HTMLLabelElement ? named.control : named;
      if (!found) throw new Error(`no ${label}`);
      found.click();
      fixture.detectChanges();
    };
    ['partly solved', 'a hint', 'off by one', 'typo', 'off by one', 'hard'].forEach(choose);
    const { result, help, chosenSlips, felt } = fixture.componentInstance;
    expect([result(), help(), chosenSlips(), felt()]).toEqual(['partly', 'hint', ['typo'], 4]);
    press(element, 'Not said');
    expect(felt()).toBeNull();
  });

  it('asks for no attempts where none are made', () => {
    expect(show(OutcomeFields, { ...inputs, withAttempts: false }).element.textContent).not.toContain('Attempts');
  });
});

describe('marks', () => {
  it('say their kind and their level in a word too', () => {
    expect(show(KindMark, { kind: 'sketch' }).element.textContent.trim()).toBe('Sketch');
    TestBed.resetTestingModule();
    const { element } = show(DifficultyNotches, { difficulty: 'medium' });
    expect([element.querySelectorAll('path').length, element.textContent.trim()]).toEqual([2, 'medium']);
    TestBed.resetTestingModule();
    expect(show(DifficultyNotches, { difficulty: null }).element.textContent.trim()).toBe('not stated');
  });
});
