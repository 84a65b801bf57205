import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { Fault, say } from '../fault.js';
import { bin, ROOT, SERVER_MAIN, STATE, WEB_BUILD } from '../paths.js';
import { run } from '../run.js';
import { buildQuick } from './quick-build.js';
import { needDisk } from './disk.js';

const SOURCES = [
  'core/src',
  'api/src',
  'server/src',
  'web/src',
  'web/public',
  'angular.json',
  'package-lock.json',
  'tsconfig.base.json',
];

/** Builds server and web application, unless nothing has changed since the last time. */
export async function ensureBuilt(): Promise<void> {
  const stamp = join(STATE, 'built');
  const now = fingerprint();
  if (
    existsSync(SERVER_MAIN) &&
    existsSync(join(WEB_BUILD, 'index.html')) &&
    existsSync(stamp) &&
    readFileSync(stamp, 'utf8') === now
  )
    return;
  needDisk(ROOT, 300, 'the build');
  say('Building the server ...');
  await must('tsc', ['-b', 'server']);
  say('Building the web application (half a minute) ...');
  await must('ng', ['build', '--configuration', 'production'], {
    NG_CLI_ANALYTICS: 'false',
    NG_BUILD_OPTIMIZE_CHUNKS: '1',
  });
  await buildQuick();
  writeFileSync(stamp, now);
}

async function must(program: string, args: string[], environment: NodeJS.ProcessEnv = {}): Promise<void> {
  const { code, output } = await run(bin(program), args, {
    env: { ...process.env, ...environment },
  });
  if (code === 0) return;
  say(output.trim().split('\n').slice(-20).join('\n'));
  throw new Fault(`The build failed at '${program} ${args.join(' ')}': see above.`);
}

function fingerprint(): string {
  const hash = createHash('sha256');
  const add = (path: string): void => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else hash.update(relative(ROOT, path)).update(readFileSync(path));
  };
  for (const source of SOURCES) add(join(ROOT, source));
  return hash.digest('hex');
}
