// Whether a coach would sign the plans: `npm run bench:coach`. Plans for archives of many shapes are held against the
// rules that docs/model.md names, each a line with its figure. Ends with 1 where a rule is broken.
import { archives } from './archives';
import { caseOf, rules } from './rules';

let [held, broken] = [0, 0];
for (const { name, log } of archives) {
  process.stdout.write(`${name}: ${log.problems.length} problems, ${log.sittings.length} sittings\n`);
  const made = caseOf(log);
  for (const rule of rules) {
    const finding = rule.check(made);
    if (!finding) continue;
    if (finding.holds) held++;
    else broken++;
    process.stdout.write(`  ${finding.holds ? 'holds ' : 'BROKEN'}  ${rule.name}: ${finding.figure}\n`);
  }
}
process.stdout.write(`\n${held} of ${held + broken} checks hold\n`);
process.exitCode = broken === 0 ? 0 : 1;
