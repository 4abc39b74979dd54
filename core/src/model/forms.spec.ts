import { readKeptForm } from './form';
import { InterviewSchema } from './interview';
import { InterviewFormSchema, formOfInterview, interviewOfForm } from './interview-form';
import { ProblemFormSchema } from './problem-form';

const interview = InterviewSchema.parse({
  id: '019aa000-0000-7000-8000-000000000001',
  revision: '019aa000-0000-7000-8000-000000000002',
  employer: 'Otterbridge',
  at: '2026-12-21T09:00:00.000Z',
  zone: 'Europe/Oslo',
  mix: { heap: 3, greedy: 1 },
});
const form = formOfInterview(interview);
const faultsOf = (value: unknown): string[] =>
  (InterviewFormSchema.safeParse(value).error?.issues ?? []).map(({ path, message }) => `${path.join('.')} ${message}`);

describe('the form of an interview', () => {
  it('shows day and time where it was announced, and gives the same interview back', () => {
    expect([form.day, form.time]).toEqual(['2026-12-21', '10:00']);
    expect({ ...interview, ...interviewOfForm(form) }).toEqual(interview);
  });

  it('says of every field what is wrong with it', () => {
    const faulty = { ...form, employer: ' ', day: '', time: '25:00', zone: 'Skerry' };
    expect(faultsOf(faulty)).toEqual([
      'employer must not be empty',
      'day must be a day such as 2026-11-24',
      'day must lie between the years 1970 and 2199',
      'time must be a time of day such as 18:00',
      'zone is not a known time zone',
    ]);
    expect(faultsOf({ ...form, weights: [] })).toEqual(['weights need at least one technique; or take the usual mix']);
    expect(faultsOf({ ...form, weights: [], isUsual: true })).toEqual([]);
  });
});

describe('the form of a problem', () => {
  it('takes an empty line as nothing, and refuses a link that leads nowhere', () => {
    const facts = { title: 'Kelp Row Mowing', difficulty: null, origin: ' ', employer: '', link: '', techniques: [] };
    expect(ProblemFormSchema.parse(facts)).toEqual({ ...facts, origin: null, employer: null, link: null });
    const { error } = ProblemFormSchema.safeParse({ ...facts, link: 'the harbour office' });
    expect(error?.issues.map(({ path, message }) => [path[0], message])).toEqual([
      ['link', 'must be a link that begins with http:// or https://'],
    ]);
  });
});

describe('a form that was kept', () => {
  it('is read back however far it had come, unless it has another shape', () => {
    const begun = { ...form, employer: '', day: '' };
    expect(readKeptForm(InterviewFormSchema, JSON.stringify(begun))).toEqual(begun);
    expect(readKeptForm(InterviewFormSchema, JSON.stringify({ ...form, status: 'adjourned' }))).toBeNull();
    expect(readKeptForm(InterviewFormSchema, JSON.stringify({ employer: 'Otterbridge' }))).toBeNull();
    expect(readKeptForm(InterviewFormSchema, '{')).toBeNull();
  });
});
