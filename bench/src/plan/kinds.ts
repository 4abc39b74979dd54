import { loadLearner, shippedLearners } from './learners';
import { policies } from './policies';
import { simulate } from './simulate';
const names = process.argv[2]?.split(',') ?? Object.keys(shippedLearners);
for (const name of names) {
  const module = await loadLearner(name);
  for (const rule of (process.argv[3] ?? 'planner,clairvoyant').split(',')) {
    const maker = policies.find((p) => p.name === rule)!;
    const counts: Record<string, number> = {};
    let ages = 0,
      rebuilds = 0,
      fails = 0,
      all = 0;
    let end = 0;
    for (let seed = 1; seed <= 3; seed++) {
      let skip = -1;
      const r = simulate(
        module,
        seed,
        { days: 35, minutesADay: Number(process.argv[4] ?? 45) },
        {
          name: rule,
          make: (m, s) => {
            const inner = maker.make(m, s);
            return (practice, luck) => {
              if (skip < 0) skip = 0;
              const item = inner(practice, luck);
              if (item) {
                counts[item.kind] = (counts[item.kind] ?? 0) + 1;
                all++;
                if (item.problemId) {
                  const last = practice.sittings.findLast((s) => s.problemId === item.problemId)!;
                  ages += (practice.now - Date.parse(last.startedAt)) / 86400000;
                  rebuilds++;
                  if (last.result !== 'solved' || last.help !== 'none') fails++;
                }
              }
              return item;
            };
          },
        },
      );
      end += r.end / 3;
    }
    console.log(
      name.padEnd(15),
      rule.padEnd(14),
      (100 * end).toFixed(1),
      JSON.stringify(counts),
      'gap',
      (ages / rebuilds).toFixed(1),
      'of failed',
      (fails / rebuilds).toFixed(2),
    );
  }
}
