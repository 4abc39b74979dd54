// Builds the app, makes what the first page loads smaller still, and compresses its files once, so that the server never
// has to; and bundles the command line.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { buildSync } from 'esbuild';
import { minify } from 'terser';
import { builtApp, bundle, root, run } from './project.mjs';

const { code } = await run('npm', ['run', '--silent', 'build', '-w', 'app', '--', '--no-progress'], {
  // Joins the many small chunks of the first page: fewer requests, and a tenth less to send.
  env: { NG_CLI_ANALYTICS: 'false', NG_BUILD_OPTIMIZE_CHUNKS: '1' },
});
if (code !== 0) process.exit(code);
// The bundler shortens names, but takes no code apart: a second pass over the first page's code saves a seventeenth of it.
for (const name of readdirSync(builtApp).filter((it) => /^main-.*\.js$/.test(it))) {
  const file = join(builtApp, name);
  const shorter = await minify(readFileSync(file, 'utf8'), { module: true, ecma: 2020, compress: { passes: 2 } });
  writeFileSync(file, shorter.code);
}
for (const entry of readdirSync(builtApp, { recursive: true, withFileTypes: true })) {
  if (!entry.isFile() || !/\.(?:js|css|svg|json)$/.test(entry.name)) continue;
  const file = join(entry.parentPath, entry.name);
  const content = readFileSync(file);
  writeFileSync(`${file}.br`, brotliCompressSync(content, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }));
  writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }));
}
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
