// Fonts in two parts: the signs that every page has, which come first and small, and all the others, which a browser
// fetches when a page has one of them. The first parts are asked for with the page itself: they are there before anything
// is drawn, so that nothing moves when they come.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import subsetFont from 'subset-font';

/** Letters without accents, digits, and the signs of the interface. */
const first =
  'U+20-7E, U+A0, U+B0-B3, U+B7, U+D7, U+2013-2014, U+2018-2019, U+201C-201D, U+2022, U+2026, U+2191, U+2193, U+2212';
/** What else is in the Latin files of the font packages. */
const others =
  'U+A1-AF, U+B4-B6, U+B8-D6, U+D8-FF, U+131, U+152-153, U+2BB-2BC, U+2C6, U+2DA, U+2DC, U+2000-2012, U+2015-2017, ' +
  'U+201A-201B, U+201E-2021, U+2023-2025, U+2027-206F, U+20AC, U+2122, U+2215';

/** Parts the fonts of a built app, names both parts in its styles, and the first ones in its page. */
export async function partFonts(files) {
  for (const name of readdirSync(files).filter((it) => /^styles-.*\.css$/.test(it))) {
    const file = join(files, name);
    const styles = readFileSync(file, 'utf8');
    const faces = [...styles.matchAll(/@font-face\{[^}]*?url\("?\.\/(media\/[^")]+)\.woff2"?\)[^}]*\}/g)];
    if (faces.length === 0) throw new Error(`No font is named in ${file}.`);
    let parted = styles;
    const early = [];
    for (const [face, font] of faces) {
      const whole = readFileSync(join(files, `${font}.woff2`));
      const small = await subsetFont(whole, lettersOf(first), { targetFormat: 'woff2' });
      writeFileSync(join(files, `${font}-first.woff2`), small);
      const within = (range, path) => face.replace(font, path).replace(/\}$/, `;unicode-range:${range}}`);
      early.push(`<link rel="preload" as="font" type="font/woff2" href="/${font}-first.woff2" crossorigin>`);
      parted = parted.replace(face, within(first, `${font}-first`) + within(others, font));
    }
    writeFileSync(file, parted);
    const page = join(files, 'index.html');
    writeFileSync(page, readFileSync(page, 'utf8').replace('</title>', `</title>${early.join('')}`));
  }
}

function lettersOf(ranges) {
  return ranges
    .split(', ')
    .map((range) => {
      const [from, to = from] = range
        .slice(2)
        .split('-')
        .map((it) => parseInt(it, 16));
      return Array.from({ length: to - from + 1 }, (_, index) => String.fromCodePoint(from + index)).join('');
    })
    .join('');
}
