// Builds the app, makes what the first page loads smaller still, and compresses its files once, so that the server never
// has to; and bundles the command line.
import { cpSync, existsSync, readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { buildSync } from 'esbuild';
import { minify } from 'terser';
import { partFonts } from './fonts.mjs';
import { builtApp, bundle, root, run } from './project.mjs';
import { pythonSnapshot } from './python-snapshot.mjs';

// Beside the build that may be served at this moment; it takes its place when it is whole.
const next = join(root, 'app/dist/next');
const files = join(next, 'browser');
const { code } = await run('npm', ['run', '-s', 'build', '-w', 'app', '--', '--no-progress', '--output-path', next], {
  // Joins the many small chunks of the first page: fewer requests, and a tenth less to send.
  env: { NG_CLI_ANALYTICS: 'false', NG_BUILD_OPTIMIZE_CHUNKS: '1' },
});
if (code !== 0) process.exit(code);
// The bundler shortens names, but takes no code apart: a second pass over the first page's code saves a seventeenth of it.
for (const name of readdirSync(files).filter((it) => /^main-.*\.js$/.test(it))) {
  const file = join(files, name);
  const shorter = await minify(readFileSync(file, 'utf8'), { module: true, ecma: 2020, compress: { passes: 2 } });
  writeFileSync(file, shorter.code);
}
await partFonts(files);
await buildRunner();
for (const entry of readdirSync(files, { recursive: true, withFileTypes: true })) {
  if (!entry.isFile() || !/\.(?:js|css|svg|json)$/.test(entry.name)) continue;
  const file = join(entry.parentPath, entry.name);
  const content = readFileSync(file);
  writeFileSync(`${file}.br`, brotliCompressSync(content, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }));
  writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }));
}
keepForOpenPages();
rmSync(dirname(builtApp), { recursive: true, force: true });
renameSync(next, dirname(builtApp));
buildSync({
  entryPoints: [join(root, 'cli/src/main.ts')],
  outfile: bundle,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  minifySyntax: true,
  // Packages written for require ask for it.
  banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  logLevel: 'warning',
});

/** The page on which people's code runs, with Python beside it. */
async function buildRunner() {
  const source = join(root, 'app/src/runner');
  const to = join(files, 'runner');
  buildSync({
    entryPoints: ['page.ts', 'python-worker.ts'].map((name) => join(source, name)),
    outdir: to,
    bundle: true,
    format: 'iife',
    target: 'es2022',
    minify: true,
    logLevel: 'warning',
  });
  cpSync(join(source, 'page.html'), join(to, 'page.html'));
  const python = join(root, 'node_modules/pyodide');
  for (const name of ['pyodide.mjs', 'pyodide.asm.mjs', 'pyodide.asm.wasm', 'pyodide-lock.json', 'python_stdlib.zip'])
    cpSync(join(python, name), join(to, 'pyodide', name));
  writeFileSync(join(to, 'pyodide/snapshot.bin'), await pythonSnapshot());
}

/** A page that is open keeps asking for the parts of its own build: they stay for one more build, and go with the next. */
function keepForOpenPages() {
  if (!existsSync(builtApp)) return;
  const list = join(dirname(builtApp), 'kept.json');
  const keptBefore = new Set(existsSync(list) ? JSON.parse(readFileSync(list, 'utf8')) : []);
  const hashed = /-[A-Za-z0-9_-]{8}\.(?:js|css)(?:\.br|\.gz)?$/;
  const kept = readdirSync(builtApp).filter(
    (name) => hashed.test(name) && !keptBefore.has(name) && !existsSync(join(files, name)),
  );
  for (const name of kept) cpSync(join(builtApp, name), join(files, name));
  writeFileSync(join(next, 'kept.json'), JSON.stringify(kept));
}
