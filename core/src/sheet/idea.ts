/** What an idea or a piece of code does, as far as its words tell. */
export type Deed =
  /** Keeps something that grows with the input. */
  'keeps' | 'sorts' | 'changes-input' | 'reads-again' | 'recurses' | 'looks-at-values' | 'waits-for-all' | 'branches';

export interface IdeaFact {
  readonly deed: Deed;
  /** What is kept or done, for a sentence: `a map or set`. */
  readonly what: string;
  /** The words that say it. */
  readonly words: string;
}

interface Sign {
  readonly deed: Deed;
  readonly what: string;
  readonly pattern: RegExp;
  /** Whether a fixed number of letters or digits makes it constant. */
  readonly canBeFixed?: boolean;
}

const keeps = (what: string, pattern: RegExp, canBeFixed = false): Sign => ({
  deed: 'keeps',
  what,
  pattern,
  canBeFixed,
});

/** In the words of an idea. */
const wordSigns: readonly Sign[] = [
  keeps(
    'a map or set',
    /\b(?:hash(?:ed|ing)? ?(?:sets?|maps?|tables?)|hashes|dictionar(?:y|ies)|(?:multi|tree)?(?:sets|maps)|(?:multi|tree)(?:set|map)|(?:a|an|the|in|into|one|each|ordered|second|seen|visited|frequency) (?:set|map)|counters?|unordered_(?:set|map)|dict|defaultdict|hashset|hashmap|treemap)\b/gi,
    true,
  ),
  keeps(
    'a stack',
    /\b(?:a|the|one|two|second|min|monotonic|monotone|rising|falling|explicit|own) stacks?\b|\bstacks\b|\bstack of\b|\bon (?:the|a) stack\b/gi,
  ),
  keeps('a queue', /\bqueues?\b|\bdeques?\b|\bbreadth[- ]first\b|\bBFS\b|\blevel by level\b/gi),
  keeps('a heap', /\bheaps?\b(?! ?sort)|\bpriority[ _]?queues?\b|\bPriorityQueue\b/gi),
  keeps('a trie', /\btries?\b(?= |$|[.,;])(?! to\b| again\b| every\b| all\b| each\b)/gi),
  keeps(
    'a table',
    /\bmemo(?:i[sz]\w*|s|ry)?\b(?<!memory)|\b(?:a|the|one|two|count|lookup|dp) tables?\b|\bdp\b|\b(?:visited|seen|count|counting|counts|parent|boolean|bool|helper|auxiliary|extra|second|new|temporary) (?:arrays?|lists?|grid|matrix)\b|\barray of (?:counts|size|length|booleans)\b|\bbuckets?\b/gi,
    true,
  ),
  keeps(
    'prefix sums',
    /\b(?:prefix|suffix|running|cumulative) (?:sums?|products?|maxima|minima|maximums?|minimums?) (?:array|list|table|for every|of every|of all)\b|\b(?:prefix|suffix) (?:sums|products|maxima|minima|arrays?)\b|\b(?:all|array of|list of) (?:prefix|suffix|running) (?:sums?|products?)\b/gi,
  ),
  keeps(
    'a tree of its own',
    /\b(?:segment|fenwick|binary indexed|interval|balanced|search) trees?\b(?= (?:over|of|on|for|with|built|to|holds|keeps|keyed))|\bunion[- ]find\b|\bdisjoint[- ]sets?\b|\badjacency (?:lists?|matrix)\b/gi,
  ),
  keeps(
    'a copy',
    /\b(?:a|the|its|another|sorted|reversed) cop(?:y|ies)\b|\bcop(?:y|ies) (?:of|it|them|the)\b|\bslic(?:e|es|ing)\b|\bsubstrings? (?:are|is) (?:built|made|stored)\b|\bsplit (?:it |the \w+ )?into words\b|\bmerge sort\b/gi,
  ),
  {
    deed: 'keeps',
    what: 'the stack of the recursion',
    pattern: /\brecurs\w+\b|\bdepth[- ]first\b|\bDFS\b|\bbacktrack\w*\b|\bdivide and conquer\b/gi,
  },
  {
    deed: 'recurses',
    what: 'recursion',
    pattern: /\brecurs\w+\b|\bmemoi[sz]\w*\b|\bbacktrack\w*\b|\bdivide and conquer\b|\bcalls itself\b/gi,
  },
  {
    deed: 'sorts',
    what: 'a sort',
    pattern: /\bsort(?:s|ing)?\b(?! order)|\bsorted\((?=\w)|\bmerge ?sort\b|\bquick ?sort\b|\bheap ?sort\b/gi,
  },
  {
    deed: 'changes-input',
    what: 'writing into the input',
    pattern:
      /\bswap(?:s|ping|ped)?\b|\boverwrit\w+\b|\bin[- ]place\b|\b(?:negat|flip)\w* (?:the )?(?:sign|value|number|entry|it|them|a\[|nums)|\bby negating\b|\bmark(?:s|ing|ed)? (?:it |them |each |visited |every \w+ )?(?:by (?:sign|negat\w+|a minus|changing)|negative|in the (?:input|array|list|grid|matrix))|\b(?:set|turn|change|sink|fill)(?:s|ing)? (?:it|them|the cell|each cell|(?:its |the |visited |every visited )?cells?|the land|land) (?:to|into|in)\b|\breverse(?:s)? the (?:list|array|input|links|pointers|string|second half)\b|\bpartition(?:s|ing)? the (?:array|list|input)\b|\bremove(?:s)? (?:it|them|items|elements) from the (?:input|array|list)\b/gi,
  },
  {
    deed: 'reads-again',
    what: 'a second pass',
    pattern:
      /\b(?:second|two|2|three|another|further|extra|first) (?:linear )?(?:pass(?:es)?|sweeps?|scans?|walks?)\b|\bpass(?:es)? again\b|\b(?:once|then) more from\b|\b(?:then|and) (?:once )?(?:from|back from) the (?:right|end|back)\b|\btwice\b|\bgo(?:es)? (?:through|over) (?:it|them|the \w+) again\b|\b(?:read|scan|walk)s? (?:it|them|the \w+) again\b|\bonce to count and once\b/gi,
  },
  {
    deed: 'looks-at-values',
    what: 'looking at the values',
    pattern:
      /\bhash\w*\b|\bcount(?:s|ing)? ?sort\b|\bradix\b|\bbuckets?\b|\bindex(?:ed|es)? by (?:the )?value\b|\bpigeonhole\b|\bbit by bit\b|\btable of counts\b/gi,
  },
  {
    deed: 'branches',
    what: 'a branch',
    pattern: /\bif\b(?! (?:needed|any|at all))|\bbranch(?:es|ing)?\b|\bconditionals?\b|\bcases? distinction\b/gi,
  },
  {
    deed: 'waits-for-all',
    what: 'all questions beforehand',
    pattern:
      /\boffline\b|\bsort(?:s|ing|ed)? (?:all )?(?:the )?quer(?:y|ies)\b|\b(?:read|collect|group)s? (?:in )?all (?:the )?(?:queries|questions)\b|\bprocess(?:es)? (?:all )?(?:the )?queries in (?:order|sorted)\b/gi,
  },
];

/** In code of the usual languages. */
const codeSigns: readonly Sign[] = [
  keeps(
    'a map or set',
    /\b(?:set|dict|defaultdict|Counter|OrderedDict)\(|\bnew (?:Map|Set|HashMap|HashSet|TreeMap|TreeSet|LinkedHashMap)\b|\b(?:unordered_)?(?:multi)?(?:map|set)<|\bHash(?:Map|Set)::new|\bmap\[\w+\]/g,
  ),
  keeps('a stack', /\b(?:stack|Stack)<|\bnew (?:Stack|ArrayDeque)\b/g),
  keeps('a queue', /\bdeque\(|\bqueue<|\bdeque<|\bnew (?:LinkedList|ArrayDeque)\b|\bVecDeque::new/g),
  keeps('a heap', /\bheapq\.|\bpriority_queue<|\bnew PriorityQueue\b|\bBinaryHeap::new|\bcontainer\/heap\b/g),
  keeps(
    'a table',
    /\[\s*(?:0|1|-1|None|False|True|inf|float\('inf'\))\s*\]\s*\*\s*\(?\s*[a-z(]|\bfor _ in range\(\w+\)\]|\bnew (?:int|long|boolean|char|double|String)\[\s*[a-zA-Z]|\bmake\(\[\](?:int|bool|byte|string|\[\]int),\s*[a-z]|\b(?:std::)?vector<[^>\n]{1,40}>\s*\w+\s*\(\s*[a-z]|\bnew Array\(\s*[a-z]|\bArray\(\s*[a-z]\w*|\bvec!\[[^;\]]{1,20};\s*[a-z]/g,
  ),
  keeps(
    'a copy',
    /\w\[\d*:\d*\](?!\s*=)|\[\s*\.\.\.\w+\s*\]|\.slice\(|\bsorted\(|\.copy\(\)|\.clone\(\)|\blist\(\w+\)|\bArrays\.copyOf/g,
  ),
  {
    deed: 'sorts',
    what: 'a sort',
    pattern:
      /\bsorted\(|\.sort\(|\bsort\(|\bArrays\.sort\(|\bCollections\.sort\(|\bsort\.(?:Ints|Slice|Strings)\(|\.sort_unstable\(|\.toSorted\(/g,
  },
  { deed: 'branches', what: 'a branch', pattern: /\bif\b|\bswitch\b|\bmatch\b|\bwhile\b|\s\?\s[^:\n]{1,80}:/g },
  {
    deed: 'looks-at-values',
    what: 'looking at the values',
    pattern:
      /\b(?:set|dict|defaultdict|Counter)\(|\bnew (?:Map|Set|HashMap|HashSet)\b|\bunordered_(?:map|set)<|\bhash\(/g,
  },
];

/** What an idea says that it does. What it says it does without, or what others would do, is left out. */
export function factsOfIdea(idea: string): IdeaFact[] {
  return clausesOf(idea).flatMap((clause) => wordSigns.flatMap((sign) => factsIn(clause, sign, isDenied)));
}

/** What a piece of code does. */
export function factsOfCode(code: string): IdeaFact[] {
  const text = withoutComments(code);
  const facts = codeSigns.flatMap((sign) => factsIn(text, sign, () => false));
  return [...facts, ...ownCalls(text), ...writtenParameters(text)];
}

function factsIn(
  clause: string,
  sign: Sign,
  isLeftOut: (clause: string, from: number, to: number) => boolean,
): IdeaFact[] {
  for (const match of clause.matchAll(sign.pattern)) {
    const to = match.index + match[0].length;
    if (isLeftOut(clause, match.index, to)) continue;
    if (sign.deed === 'keeps' && isHarmless(clause, sign, match.index, to)) continue;
    if (
      sign.deed === 'sorts' &&
      /\b(?:count(?:ing)?|radix|bucket|cyclic|topological(?:ly)?) ?$/i.test(clause.slice(0, match.index))
    )
      continue;
    return [{ deed: sign.deed, what: sign.what, words: match[0].trim() }];
  }
  return [];
}

/** A sentence or a part of it, within which a “not” reaches. */
function clausesOf(text: string): string[] {
  return text.split(/[.;:!?\n]+|,? (?:but|yet|however|then|so)\b/i).filter((clause) => clause.trim() !== '');
}

const denialBefore =
  /\b(?:no|not|never|without|nothing|avoid\w*|instead of|rather than|unlike|needs? no|doesn['’]t|don['’]t|isn['’]t|neither|nor|drop(?:s|ping)?|replac\w+|free of|than|compared (?:to|with)|any)(?: [\w'’-]+){0,3} ?$/i;
const denialBehind =
  /^(?: [\w'’-]+){0,3} (?:(?:is|are) (?:not|no longer|never|un)\w*|isn['’]t|aren['’]t|not needed|would|could|might|costs? too|takes? too|is too|are too|fails|is forbidden|is over|breaks)/i;

function isDenied(clause: string, from: number, to: number): boolean {
  return denialBefore.test(clause.slice(Math.max(0, from - 60), from)) || denialBehind.test(clause.slice(to, to + 60));
}

/** A count of letters is constant, and the answer is not counted as space. */
function isHarmless(clause: string, { canBeFixed }: Sign, from: number, to: number): boolean {
  const near = clause.slice(Math.max(0, from - 40), to + 40);
  if (canBeFixed && /\b(?:26|52|128|256|10 digits|ten digits|alphabet|letters?|vowels|fixed|constant)\b/i.test(near))
    return true;
  return /\b(?:answer|output|result) (?:list|array|copy|table|map)\b|\b(?:as|into|for) the (?:answer|output|result)\b/i.test(
    near,
  );
}

/** Code without what is said about it. */
function withoutComments(code: string): string {
  return code
    .replace(/\/\*[\s\S]*?\*\//g, ' ')
    .replace(/(^|\s)(?:\/\/|#(?!include)).*$/gm, '$1')
    .replace(/"""[\s\S]*?"""/g, ' ');
}

const heads =
  /\b(?:def|function|func|fn)\s+(\w+)\s*\(([^)]{0,200})\)|\b(?:public|private|static)\s+[\w<>[\]]+\s+(\w+)\s*\(([^)]{0,200})\)/g;

/** A function that calls itself. */
function ownCalls(code: string): IdeaFact[] {
  for (const match of code.matchAll(heads)) {
    const name = match[1] ?? match[3] ?? '';
    const body = code.slice(match.index + match[0].length);
    if (name !== '' && new RegExp(`(?<!\\bdef |\\bfunction |\\bfunc |\\bfn )\\b${name}\\(`).test(body))
      return [
        { deed: 'recurses', what: 'recursion', words: `${name}(` },
        { deed: 'keeps', what: 'the stack of the recursion', words: `${name}(` },
      ];
  }
  return [];
}

/** A parameter that is written into or sorted. */
function writtenParameters(code: string): IdeaFact[] {
  for (const match of code.matchAll(heads)) {
    const names = (match[2] ?? match[4] ?? '')
      .split(',')
      .map((part) => /(\w+)\s*(?::|=|$)/.exec(part.trim())?.[1] ?? '');
    const body = code.slice(match.index + match[0].length);
    for (const name of names) {
      if (name === '' || name === 'self') continue;
      const written = new RegExp(
        `\\b${name}(?:\\[[^\\]\\n]{1,40}\\]){1,2}\\s*(?:[-+*/|&^]|<<|>>)?=(?!=)|\\b${name}\\.(?:sort|append|pop|push|reverse|insert|splice|fill)\\(|\\b${name}\\[[^\\]\\n]{1,40}\\]\\s*,\\s*${name}\\[[^\\]\\n]{1,40}\\]\\s*=(?!=)`,
      ).exec(body);
      if (written) return [{ deed: 'changes-input', what: 'writing into the input', words: written[0].trim() }];
    }
  }
  return [];
}
