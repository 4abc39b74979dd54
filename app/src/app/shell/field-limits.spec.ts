import { TestBed } from '@angular/core/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { Notices } from '../store/notices';
import { FieldLimits } from './field-limits';

describe('the limits of fields', () => {
  const fields = document.createElement('div');
  const field = (index: number): HTMLInputElement => fields.children[index] as HTMLInputElement;
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fields.innerHTML = '<input maxlength="10" value="12345678"><input><textarea></textarea><p contenteditable></p>';
    document.body.append(fields);
    const limits = TestBed.inject(FieldLimits);
    fields.onbeforeinput = (event) => limits.check(event);
  });
  afterEach(() => fields.remove());

  const isTaken = (index: number, data: string): boolean =>
    field(index).dispatchEvent(
      new InputEvent('beforeinput', { data, inputType: 'insertFromPaste', bubbles: true, cancelable: true }),
    );
  const said = (): string => TestBed.inject(Notices).current()?.text.replaceAll('\u00A0', ' ') ?? '';

  it('take what fits, also in place of what is selected', () => {
    expect([isTaken(0, 'ab'), said()]).toEqual([true, '']);
    field(0).setSelectionRange(0, 8);
    expect(isTaken(0, 'abcdefghij')).toBeTrue();
  });

  it('refuse the whole of what does not, and say how much would', () => {
    expect(isTaken(0, 'abc')).toBeFalse();
    expect(said()).toBe('This field holds 10 characters; with what you pasted it would be 11. Nothing was taken.');
    field(0).value = '1234567890';
    expect(isTaken(0, 'a')).toBeFalse();
    expect(said()).toBe('This field is full: it holds 10 characters.');
  });

  it('stand at every field, whether it names one or not', () => {
    expect([isTaken(1, 'a'.repeat(2000)), isTaken(1, 'a'.repeat(2001))]).toEqual([true, false]);
    expect([isTaken(2, 'a'.repeat(50_000)), isTaken(2, 'a'.repeat(2_000_000))]).toEqual([true, false]);
    expect(said()).toContain('2 000 000');
    expect(isTaken(3, 'a'.repeat(100_000))).toBeTrue();
  });
});
