import { describeMiss, oneBeginning } from './cut-words';
import { keyedFields } from './keyed-fields';
import { type QuickDraft, emptyDraft, tellsOfSitting } from './quick-draft';
import { readDateCell, readMinutesCell } from '../model/cells';
import { type QuickDoubt, doubtsIn } from './quick-doubts';
import { difficulties, maxTitle, titleKey } from '../model/problem';
import { isCostStart, tokenizeQuickLine, unquote, type QuickToken } from './quick-tokens';
import { maxMinutes, slips } from '../model/sitting-words';
import { maxAttempts } from '../model/attempt';
import { sittingKinds } from '../model/sitting-kinds';
import { type Technique, type TechniqueId, findTechnique, maxName, techniqueIdFrom } from '../model/technique';
import { dayFromWord, daysFromDate } from './quick-day';
import { type Day, withinYears } from '../model/time';

/** What the reader must know: it has neither clock nor log of its own. */
export interface QuickContext {
  readonly today: Day;
  /** All techniques; those that are hidden or merged away are known by their whole names only. */
  readonly techniques: readonly Technique[];
  /** Problems whose titles are known. */
  readonly problems: readonly { readonly id: string; readonly title: string }[];
}

export const quickPartKinds = [
  'title',
  'technique',
  'time',
  'attempts',
  'time cost',
  'space cost',
  'slip',
  'help',
  'result',
  'plan',
  'kind',
  'difficulty',
  'when',
  'origin',
  'employer',
  'link',
] as const;
/** One of these, or the label of a field in words. */
export type QuickPartKind = (typeof quickPartKinds)[number] | (string & {});

/** One token as it was understood, or why it was not. */
export interface QuickPart {
  readonly start: number;
  readonly end: number;
  /** Null where the token was not understood. */
  readonly kind: QuickPartKind | null;
  /** What was understood, for people; for a fault the text as written. */
  readonly value: string;
  /** Set where the token was not understood: what is wrong and what to write instead. */
  readonly fault: string | null;
  /** Set for a technique that would be added to the catalogue. */
  readonly isNew: boolean;
}

export interface QuickReading {
  /** A part for every token, in the order of the line. */
  readonly parts: readonly QuickPart[];
  readonly draft: QuickDraft;
  /** The problem that bears this title already. */
  readonly knownProblemId: string | null;
  /** What it is for: `unsaid` where nothing tells whether it was solved or is kept for later. */
  readonly purpose: 'sitting' | 'planned' | 'unsaid';
  /** What may have been meant otherwise, to be asked before it is saved. */
  readonly doubts: readonly QuickDoubt[];
  /** Whether it can be saved once its purpose is said: it has a title and nothing in it was left unread. */
  readonly isComplete: boolean;
}

/** Characters of a quick line; a longer one is not read. */
export const maxQuickLine = 4000;

/** Reads a quick line. Never throws; the grammar is in docs/quick-line.md. */
export function readQuickLine(line: string, context: QuickContext): QuickReading {
  if (line.length > maxQuickLine) return tooLong(line);
  const parts: QuickPart[] = [];
  let draft = emptyDraft;
  for (const token of tokenizeQuickLine(line)) {
    const outcome = understand(token, draft, context);
    if ('fault' in outcome) {
      parts.push({ ...span(token), kind: null, value: token.text, fault: outcome.fault, isNew: false });
    } else {
      draft = { ...draft, ...outcome.draft };
      parts.push({
        ...span(token),
        kind: outcome.kind,
        value: outcome.value,
        fault: null,
        isNew: outcome.isNew ?? false,
      });
    }
  }
  if (draft.said === 'planned' && tellsOfSitting(draft)) refusePlanned(parts);
  const key = titleKey(draft.title);
  const known = key === '' ? undefined : context.problems.find((problem) => titleKey(problem.title) === key);
  return {
    parts,
    draft,
    knownProblemId: known?.id ?? null,
    doubts: doubtsIn(line, parts, draft.title, known !== undefined, context),
    purpose:
      draft.said === 'planned' ? 'planned' : draft.said === 'solved' || tellsOfSitting(draft) ? 'sitting' : 'unsaid',
    isComplete: draft.title.trim() !== '' && parts.every((part) => part.fault === null),
  };
}

function tooLong(line: string): QuickReading {
  const fault = `A line has up to ${maxQuickLine} characters; this one has ${line.length}. Keep the rest on the sheet.`;
  const part = { start: 0, end: line.length, kind: null, value: `${line.slice(0, 40)}…`, fault, isNew: false };
  return { parts: [part], draft: emptyDraft, knownProblemId: null, doubts: [], purpose: 'unsaid', isComplete: false };
}

function refusePlanned(parts: QuickPart[]): void {
  const index = parts.findIndex(({ kind }) => kind === 'plan');
  const part = parts[index];
  const fault =
    'What is kept for later has no kind, time, attempts, cost, slip, help, result or day. Leave this out, or those.';
  if (part) parts[index] = { ...part, kind: null, fault };
}

type Outcome =
  | {
      readonly kind: QuickPartKind;
      readonly value: string;
      readonly draft: Partial<QuickDraft>;
      readonly isNew?: boolean;
    }
  | { readonly fault: string };

function understand(token: QuickToken, draft: QuickDraft, context: QuickContext): Outcome {
  const { text } = token;
  if (text.startsWith('"')) return readTitle(text, draft);
  if (isCostStart(text, 0)) return readCostToken(text, draft);
  const body = text.slice(1);
  switch (text.charAt(0)) {
    case '#':
      return readTechnique(body, draft, context);
    case '!':
      return readSlip(body, draft);
    case '~':
      return readHelpOrResult(body, draft);
    case '=':
      return readDifficulty(body, draft);
    case '@':
      return readWhen(body, draft, context.today);
  }
  if (/^https?:\/\//i.test(text)) return readLink(text, draft);
  const keyed = /^([a-z]+):(.+)$/is.exec(text);
  if (keyed) return readKeyed(keyed[1] ?? '', keyed[2] ?? '', draft);
  if (keys.includes(text.slice(0, -1).toLowerCase()) && text.endsWith(':'))
    return {
      fault: `Nothing follows ${text} Write ${text}${/^as/i.test(text) ? 'sketch' : `name or ${text}"two words"`}.`,
    };
  if (/^x\d+$/i.test(text)) return readAttempts(Number(body), draft);
  if (/^\d+x$/i.test(text))
    return { fault: `Write x${text.slice(0, -1)} for attempts, or quote it as part of the title.` };
  const tries = /^(\d+)\s+(?:attempts?|tries)$/i.exec(text);
  if (tries) return readAttempts(Number(tries[1]), draft);
  return readTime(text, draft) ?? readTitle(text, draft);
}

function readTitle(text: string, draft: QuickDraft): Outcome {
  const plain = unquote(text);
  if (plain.isOpen) return { fault: 'This quote is never closed. Add " at its end.' };
  if (plain.text.trim() === '') return { fault: 'There is nothing between these quotes.' };
  const title = draft.title === '' ? plain.text : `${draft.title} ${plain.text}`;
  if (title.trim().length > maxTitle) return { fault: `A title has at most ${maxTitle} characters.` };
  return { kind: 'title', value: plain.text, draft: { title } };
}

function readTechnique(body: string, draft: QuickDraft, context: QuickContext): Outcome {
  const plain = unquote(body);
  const id = techniqueIdFrom(plain.text);
  if (plain.isOpen) return { fault: 'This quote is never closed. Add " at its end.' };
  if (id === '') return { fault: 'Write the technique after #, such as #heap.' };
  const match = findTechnique(plain.text, context.techniques);
  if (match.kind === 'several') {
    const names = match.techniques.slice(0, 4).map((technique) => `#${technique.id}`);
    return { fault: `Several techniques begin so: ${names.join(', ')}.` };
  }
  if (match.kind === 'one') return addTechnique(match.technique.id, match.technique.name, draft, {});
  const name = plain.text.trim();
  if (name.length > maxName) return { fault: `The name of a technique has at most ${maxName} characters.` };
  return addTechnique(id, name, draft, { [id]: name });
}

function addTechnique(id: TechniqueId, name: string, draft: QuickDraft, added: Record<TechniqueId, string>): Outcome {
  if (draft.techniques.includes(id)) return { fault: `${name} is named twice. Leave one out.` };
  if (draft.techniques.length >= 12) return { fault: 'Twelve techniques are the most that one problem can have.' };
  const isNew = Object.keys(added).length > 0;
  const newTechniques = { ...draft.newTechniques, ...added };
  return { kind: 'technique', value: name, draft: { techniques: [...draft.techniques, id], newTechniques }, isNew };
}

function readSlip(body: string, draft: QuickDraft): Outcome {
  const found = oneBeginning(body, slips);
  if (typeof found === 'object') return { fault: describeMiss('slip', '!', body, slips, found.several) };
  if (draft.slips.includes(found)) return { fault: `The slip ${found} is named twice. Leave one out.` };
  return { kind: 'slip', value: words(found), draft: { slips: [...draft.slips, found] } };
}

const helpWords = ['hint', 'read', 'copied'] as const;
const resultWords = ['unsolved', 'partly', 'abandoned'] as const;
const saidWords = ['solved', 'planned'] as const;

function readHelpOrResult(body: string, draft: QuickDraft): Outcome {
  const choices = [...helpWords, ...resultWords, ...saidWords];
  const found = oneBeginning(body, choices);
  if (typeof found === 'object') return { fault: describeMiss('word', '~', body, choices, found.several) };
  const help = helpWords.find((word) => word === found);
  if (help) return draft.help === 'none' ? { kind: 'help', value: helpTexts[help], draft: { help } } : twice('Help');
  if (draft.said !== null || draft.result !== 'solved') return twice('The result');
  const said = saidWords.find((word) => word === found);
  if (said === 'planned') return { kind: 'plan', value: 'kept for later', draft: { said } };
  if (said) return { kind: 'result', value: said, draft: { said } };
  const result = resultWords.find((word) => word === found) ?? 'solved';
  return { kind: 'result', value: result, draft: { result } };
}

const helpTexts: Readonly<Record<(typeof helpWords)[number], string>> = {
  hint: 'had a hint',
  read: 'read a worked answer',
  copied: 'copied an answer',
};

function readDifficulty(body: string, draft: QuickDraft): Outcome {
  const found = oneBeginning(body, difficulties);
  if (typeof found === 'object') return { fault: describeMiss('difficulty', '=', body, difficulties, found.several) };
  return draft.difficulty === null
    ? { kind: 'difficulty', value: found, draft: { difficulty: found } }
    : twice('Difficulty');
}

function readWhen(body: string, draft: QuickDraft, today: Day): Outcome {
  const word = dayFromWord(body.toLowerCase(), today);
  const days = word === null ? daysFromDate(body) : [word];
  const [day = null] = days;
  if (day === null && isDateOutside(body)) return { fault: `The day ${withinYears}.` };
  if (day === null) return { fault: `No day “${body}”. Write @yesterday, @mon, @3d or @${today}.` };
  if (days.length > 1) return { fault: `“${body}” may be two days. Write ${days.map((it) => `@${it}`).join(' or ')}.` };
  if (day > today) return { fault: `${day} is in the future. Log what took place.` };
  return draft.day === null ? { kind: 'when', value: day, draft: { day } } : twice('The day');
}

function isDateOutside(text: string): boolean {
  const cell = readDateCell(text, 'day-first');
  return 'reason' in cell && cell.reason.endsWith(withinYears);
}

function readKeyed(key: string, written: string, draft: QuickDraft): Outcome {
  const plain = unquote(written);
  const value = plain.text.trim();
  if (plain.isOpen) return { fault: 'This quote is never closed. Add " at its end.' };
  if (value === '') return { fault: `Nothing follows ${key}: but blanks.` };
  switch (key.toLowerCase()) {
    case 'from':
      if (value.length > 200) return { fault: 'An origin has at most 200 characters.' };
      return draft.origin === null ? { kind: 'origin', value, draft: { origin: value } } : twice('The origin');
    case 'for':
      if (value.length > 120) return { fault: 'An employer has at most 120 characters.' };
      return draft.employer === null ? { kind: 'employer', value, draft: { employer: value } } : twice('The employer');
    case 'as':
      return readKind(value, draft);
    default:
      return readInWords(key.toLowerCase(), value, draft);
  }
}

const keys = ['from', 'for', 'as', ...keyedFields.keys()];

function readKind(written: string, draft: QuickDraft): Outcome {
  const kind = oneBeginning(written, sittingKinds);
  if (typeof kind === 'object') return { fault: describeMiss('kind', 'as:', written, sittingKinds, kind.several) };
  return draft.kind === null ? { kind: 'kind', value: kind.replace('-', ' '), draft: { kind } } : twice('The kind');
}

function readInWords(key: string, value: string, draft: QuickDraft): Outcome {
  const field = keyedFields.get(key);
  if (!field) {
    const known = `${keys
      .slice(0, -1)
      .map((it) => `${it}:`)
      .join(', ')} and ${keys.at(-1) ?? ''}:`;
    return { fault: `“${key}:” is not known; ${known} are. Quote it if it belongs to the title.` };
  }
  const { label, read, write } = field.inWords;
  if (draft.words[key] !== undefined) return twice(`“${label}”`);
  const cell = read(value);
  if ('reason' in cell) return { fault: `${label}: ${cell.reason}.` };
  const words = write(cell.value);
  return { kind: label.toLowerCase(), value: words, draft: { words: { ...draft.words, [key]: words } } };
}

function readLink(text: string, draft: QuickDraft): Outcome {
  if (!URL.canParse(text) || text.length > 2000) return { fault: 'This address cannot be read.' };
  return draft.link === null ? { kind: 'link', value: text, draft: { link: text } } : twice('The link');
}

function readAttempts(count: number, draft: QuickDraft): Outcome {
  if (count < 1 || count > maxAttempts) return { fault: `Attempts go from x1 to x${maxAttempts}.` };
  return draft.attempts === null
    ? { kind: 'attempts', value: String(count), draft: { attempts: count } }
    : twice('Attempts');
}

const looksLikeTime =
  /^[-−]?(?:\d+(?:[.,]\d+)?\s*(?:m|mins?|minutes?|h|hrs?|hours?|h\d{1,4}(?:m|min)?|s|secs?|seconds?)|\d+:\d\d)$/i;

/** `31m`, `40 min`, `1h05m`, `1:05`: whatever a spreadsheet may hold but a bare number. Null where it is no time at all. */
function readTime(text: string, draft: QuickDraft): Outcome | null {
  if (!looksLikeTime.test(text)) return null;
  if (/h(?:6\d|[7-9]\d|\d{3})/i.test(text)) return { fault: 'After hours there are at most 59 minutes.' };
  const cell = readMinutesCell(text);
  if ('reason' in cell && /s/i.test(text.replace(/min|hr|hour/i, '')))
    return { fault: 'Write a time as 31m, 1h or 1h05m; quote it if it belongs to the title.' };
  const total = 'value' in cell ? (cell.value ?? 0) : 0;
  if (total < 1 || total > maxMinutes) return { fault: `A sitting takes between 1m and ${maxMinutes / 60}h.` };
  return draft.minutes === null ? { kind: 'time', value: `${total} min`, draft: { minutes: total } } : twice('Time');
}

function readCostToken(text: string, draft: QuickDraft): Outcome {
  if (!text.endsWith(')') || !isBalanced(text))
    return { fault: 'This cost needs its closing parenthesis, such as O(n log n).' };
  const inner = text.slice(2, -1).trim();
  if (inner === '') return { fault: 'This cost is empty. Write O(1) for constant.' };
  if (text.length > 120) return { fault: 'A cost has at most 120 characters.' };
  const cost = `O(${inner})`;
  if (draft.cost.time === null)
    return { kind: 'time cost', value: cost, draft: { cost: { ...draft.cost, time: cost } } };
  if (draft.cost.space === null)
    return { kind: 'space cost', value: cost, draft: { cost: { ...draft.cost, space: cost } } };
  return { fault: 'Time and space are stated already; a third cost has no meaning here.' };
}

/** Whether the first parenthesis is closed by the last character and not before. */
function isBalanced(text: string): boolean {
  let depth = 0;
  for (let at = 0; at < text.length; at++) {
    if (text[at] === '(') depth++;
    if (text[at] === ')' && --depth === 0) return at === text.length - 1;
  }
  return false;
}

function twice(what: string): Outcome {
  return { fault: `${what} is given twice. Leave one out.` };
}

/** `off-by-one` as people read it. */
function words(slug: string): string {
  return slug.replaceAll('-', ' ');
}

function span(token: QuickToken): { start: number; end: number } {
  return { start: token.start, end: token.end };
}
