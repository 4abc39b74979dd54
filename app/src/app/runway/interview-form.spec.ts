import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { type Interview, InterviewSchema, catalogue } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { InterviewForm } from './interview-form';

const interview = InterviewSchema.parse({
  id: newId(),
  revision: newId(),
  employer: 'Otterbridge',
  at: '2026-12-21T09:00:00.000Z',
  zone: 'Europe/Oslo',
  mix: { heap: 3, greedy: 1 },
});

describe('the form of an interview', () => {
  let fixture: ComponentFixture<InterviewForm>;
  let saved: Interview[];

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(InterviewForm);
    fixture.componentRef.setInput('interview', interview);
    fixture.componentRef.setInput('techniques', catalogue);
    fixture.componentRef.setInput('ownZone', 'Europe/Lisbon');
    fixture.componentRef.setInput('now', '2026-11-24T18:00:00.000Z');
    saved = [];
    fixture.componentInstance.saved.subscribe((it) => saved.push(it));
    fixture.detectChanges();
  });

  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const field = (label: string): HTMLInputElement => {
    const found = [...element().querySelectorAll('label')].find((it) => it.textContent.trim().startsWith(label));
    if (!(found?.control instanceof HTMLInputElement)) throw new Error(`no field ${label}`);
    return found.control;
  };
  const fill = (label: string, text: string): void => {
    field(label).value = text;
    field(label).dispatchEvent(new Event('input', { bubbles: true }));
    field(label).dispatchEvent(new Event('change'));
    field(label).dispatchEvent(new Event('blur'));
    fixture.detectChanges();
  };
  const submit = (): void => {
    element()
      .querySelector('form')
      ?.dispatchEvent(new Event('submit', { cancelable: true }));
    fixture.detectChanges();
  };

  it('shows the local time of the announcement and what it is here', () => {
    expect([field('Day').value, field('Time').value]).toEqual(['Mon 21 Dec 2026', '10:00']);
    expect(element().textContent).toContain('Mon 21 Dec, 10:00 Oslo = Mon 21 Dec, 09:00 here');
  });

  it('saves the instant of the zone that was chosen', () => {
    fill('Time zone', 'Asia/Tokyo');
    submit();
    expect(saved.map(({ at, zone }) => [at, zone])).toEqual([['2026-12-21T01:00:00.000Z', 'Asia/Tokyo']]);
  });

  it('says what is missing and saves nothing meanwhile', () => {
    fill('Employer', ' ');
    submit();
    expect([saved.length, element().querySelector('.fault')?.textContent]).toEqual([0, 'Write the employer.']);
    fill('Employer', 'Fennmark');
    fill('Time zone', 'Skerry');
    expect(element().querySelector('.fault')?.textContent).toContain('No time zone is called that.');
  });

  it('shows weights as shares, and takes a technique out at weight 0', () => {
    expect(element().querySelectorAll('.weight')[0]?.textContent).toContain('75 %');
    const [weight] = element().querySelectorAll<HTMLInputElement>('.weight input');
    if (!weight) throw new Error('no weight');
    weight.value = '0';
    weight.dispatchEvent(new Event('change'));
    submit();
    expect(saved[0]?.mix).toEqual({ greedy: 1 });
  });

  it('says what is odd about a day, and refuses one that cannot be', () => {
    const text = (): string => element().textContent.replace(/\s+/g, ' ');
    fill('Day', '2020-11-24');
    expect(text()).toContain('That was 2191 days ago: it counts as over');
    fill('Day', '2036-11-24');
    expect(text()).toContain('That is in 10.0 years. Is the year right?');
    fill('Day', '2999-11-24');
    expect(text()).toContain('must lie between the years 1970 and 2199.');
    submit();
    expect(saved).toEqual([]);
    fill('Day', '2026-12-24');
    expect(text()).not.toContain('Is the year right?');
  });
});
