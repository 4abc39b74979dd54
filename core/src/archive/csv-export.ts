import Papa from 'papaparse';
import { type Log, byProblem } from '../model/log';
import { listedProblems } from '../model/problem-list';
import { type Zone, clockOf, dayOf } from '../model/time';

/** The tables of a log as CSV after RFC 4180: comma, CRLF, quotes where needed. */
export interface CsvTables {
  readonly problems: string;
  readonly sittings: string;
  /** A row for each problem on a list. */
  readonly lists: string;
}

/** Writes problems, sittings and lists. Days and clock times are those of `zone`. */
export function csvTables(log: Log, zone: Zone): CsvTables {
  const names = new Map(log.techniques.map((technique) => [technique.id, technique.name]));
  const titles = new Map(log.problems.map((problem) => [problem.id, problem.title]));
  const byId = new Map(log.problems.map((problem) => [problem.id, problem]));
  const sittingsOf = byProblem(log.sittings);
  const nameOf = (id: string | null): string => (id === null ? '' : (names.get(id) ?? id));
  return {
    problems: unparse(
      log.problems.map((problem) => ({
        id: problem.id,
        title: problem.title,
        difficulty: problem.difficulty ?? '',
        techniques: problem.techniques.map(nameOf).join('; '),
        'time cost': problem.cost.time ?? '',
        'space cost': problem.cost.space ?? '',
        origin: problem.origin ?? '',
        employer: problem.employer ?? '',
        link: problem.link ?? '',
        bounds: problem.bounds.join('; '),
        statement: problem.statement,
        note: problem.note,
        created: problem.createdAt,
      })),
    ),
    sittings: unparse(
      log.sittings.map((sitting) => ({
        id: sitting.id,
        'problem id': sitting.problemId,
        problem: titles.get(sitting.problemId) ?? '',
        date: dayOf(sitting.startedAt, zone),
        time: clockOf(sitting.startedAt, zone),
        kind: sitting.kind,
        minutes: sitting.minutes ?? '',
        attempts: sitting.attempts.length,
        verdicts: sitting.attempts.map((attempt) => attempt.verdict ?? 'unknown').join('; '),
        result: sitting.result,
        help: sitting.help,
        'technique named': nameOf(sitting.named),
        'time cost': sitting.stated.time ?? '',
        'space cost': sitting.stated.space ?? '',
        slips: sitting.slips.join('; '),
        felt: sitting.felt ?? '',
        language: sitting.language ?? '',
        twist: sitting.twist ?? '',
        note: sitting.note,
      })),
    ),
    lists: unparse(
      log.lists.flatMap((list) =>
        listedProblems(list, byId, sittingsOf).map(({ problem, state }, index) => ({
          list: list.title,
          until: list.until ?? '',
          place: index + 1,
          'problem id': problem.id,
          title: problem.title,
          difficulty: problem.difficulty ?? '',
          techniques: problem.techniques.map(nameOf).join('; '),
          link: problem.link ?? '',
          state,
        })),
      ),
    ),
  };
}

function unparse(rows: readonly object[]): string {
  return rows.length === 0 ? '' : `${Papa.unparse([...rows], { newline: '\r\n' })}\r\n`;
}
