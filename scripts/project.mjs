import { createHash } from 'node:crypto';
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The repository's root folder. */
export const root = dirname(dirname(fileURLToPath(import.meta.url)));
export const builtApp = join(root, 'app/dist/app/browser');
/** The command line in one file. */
export const bundle = join(root, 'cli/dist/lernen.mjs');

/** Runs a command in the root; resolves to its exit code and, with `capture`, what it printed, which is shown unless `quiet`. */
export function run(command, args, { capture = false, quiet = false, env = {} } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: root,
      env: { ...process.env, ...env },
      stdio: ['ignore', capture ? 'pipe' : 'inherit', capture ? 'pipe' : 'inherit'],
    });
    let output = '';
    const take = (chunk) => {
      output += chunk;
      if (!quiet) process.stdout.write(chunk);
    };
    child.stdout?.on('data', take);
    child.stderr?.on('data', take);
    child.on('error', reject);
    child.on('close', (code) => resolve({ code: code ?? 1, output }));
  });
}

/** Installs the packages of the lock file, unless that was done for this very file. */
export async function ensureInstalled() {
  const stamp = join(root, 'node_modules/.lernen-installed');
  const wanted = hashOf([join(root, 'package-lock.json')]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  process.stdout.write('Installing packages\n');
  const { code } = await run('npm', ['ci', '--no-progress', '--loglevel=error']);
  if (code !== 0) throw new Error('npm ci failed; the lines above say why.');
  writeFileSync(stamp, wanted);
}

/** Builds the app, unless its sources are those of the last build. */
export async function ensureBuilt() {
  const stamp = join(root, 'app/dist/.lernen-built');
  const wanted = hashOf(
    ['app', 'cli', 'core', 'demo', 'native']
      .flatMap((folder) => sourcesIn(join(root, folder)))
      .concat(join(root, 'package-lock.json')),
  );
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  process.stdout.write('Building the app\n');
  const { code } = await run('npm', ['run', '--silent', 'build']);
  if (code !== 0) throw new Error('The build failed; the lines above say why.');
  writeFileSync(stamp, wanted);
}

/** Chromium from the system's packages, installed when there is none and that is possible. */
export async function ensureChromium() {
  const path = process.env.CHROME_BIN ?? '/usr/bin/chromium';
  if (existsSync(path)) return;
  const canInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  if (canInstall) {
    process.stdout.write('Installing Chromium\n');
    await run('apt-get', ['update', '-qq']);
    await run('apt-get', ['install', '-y', '-qq', 'chromium'], { env: { DEBIAN_FRONTEND: 'noninteractive' } });
  }
  if (!existsSync(path))
    throw new Error('The tests need Chromium: sudo apt-get install chromium, or set CHROME_BIN to one.');
}

function sourcesIn(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter(
      (entry) =>
        entry.isFile() &&
        !/(?:^|[\\/])(?:node_modules|dist|\.angular)(?:[\\/]|$)/.test(entry.parentPath.slice(root.length)),
    )
    .filter((entry) => !entry.name.endsWith('.spec.ts'))
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();
}

function hashOf(files) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(file.slice(root.length)).update('\0').update(readFileSync(file)).update('\0');
  return hash.digest('hex');
}
