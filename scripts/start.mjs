// Installs and builds what is missing, then serves the app on this machine.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, root } from './project.mjs';

const args = process.argv.slice(2);
const isDemo = args.includes('--demo');
try {
  await ensureInstalled();
  await ensureBuilt();
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  process.exit(1);
}
const more = [...args.filter((arg) => arg !== '--demo'), ...(isDemo ? ['--path', '/?demo'] : [])];
const server = spawn(process.execPath, ['--import', 'tsx', join(root, 'server/src/main.ts'), ...more], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
