import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { runInNewContext } from 'node:vm';

/** Entrances of core whose docs show them at work, by the room that exports them. */
const ENTRANCES: Readonly<Record<string, readonly string[]>> = {
  diagnose: ['weigh', 'lookAt'],
  fit: ['judge', 'judgeSubstitute', 'rankAll'],
  formats: ['readAny'],
  identify: ['narrow'],
  job: ['decide', 'evolve', 'missing'],
  move: ['estimate'],
  prove: ['expectedRead'],
  quote: ['billOf'],
  teardown: ['planWay'],
  units: ['readMoney'],
};
const SOURCE = join(import.meta.dirname, '..');

interface Example {
  readonly of: string;
  readonly lines: readonly string[];
}

/** The `@example` above each exported function of a room, without the stars. */
function examplesOf(room: string): Example[] {
  const files = readdirSync(join(SOURCE, room), { recursive: true, encoding: 'utf8' }).filter(
    (name) => name.endsWith('.ts') && !name.endsWith('.spec.ts'),
  );
  return files.flatMap((name) => {
    const text = readFileSync(join(SOURCE, room, name), 'utf8');
    const found = text.matchAll(
      /\* @example\n([^]*?)\n \*\/\nexport (?:async )?(?:function\*?|const) (\w+)/g,
    );
    return [...found].map(([, body, of]) => ({
      of: of!,
      lines: body!
        .split('\n')
        .map((line) => line.replace(/^ \* ?/, ''))
        .filter((line) => !line.startsWith('```')),
    }));
  });
}

type Room = Readonly<Record<string, unknown>>;
const rooms: Readonly<Record<string, () => Promise<Room>>> = {
  diagnose: () => import('../diagnose/index.js'),
  fit: () => import('../fit/index.js'),
  formats: () => import('../formats/index.js'),
  hardware: () => import('../hardware/index.js'),
  identify: () => import('../identify/index.js'),
  job: () => import('../job/index.js'),
  move: () => import('../move/index.js'),
  prove: () => import('../prove/index.js'),
  quote: () => import('../quote/index.js'),
  samples: () => import('./samples.js'),
  teardown: () => import('../teardown/index.js'),
  units: () => import('../units/index.js'),
};

/** Runs it as it stands: an import is what the room exports, `value; // says` has to be what is said. */
async function run({ lines }: Example): Promise<number> {
  const given: Record<string, unknown> = {};
  const code: string[] = [];
  let checks = 0;
  for (const line of lines) {
    const imported = /^import \{ (.+) \} from '(?:@petrichor\/core\/|\.\.\/testing\/)(\w+)(?:\.js)?';$/.exec(
      line,
    );
    if (imported) {
      const room = await rooms[imported[2]!]!();
      for (const name of imported[1]!.split(', ')) given[name] = room[name];
      continue;
    }
    const checked = /^(.+); \/\/ (.+)$/.exec(line);
    if (checked) checks += 1;
    code.push(checked ? `check(${checked[1]!}, ${checked[2]!});` : line);
  }
  const check = (value: unknown, says: unknown) => expect(value).toEqual(says);
  runInNewContext(code.join('\n'), { ...given, check, TextEncoder });
  return checks;
}

describe.each(Object.entries(ENTRANCES))('%s', (room, names) => {
  const all = examplesOf(room);

  it.each(names)('%s is as its example shows', async (name) => {
    const example = all.find((one) => one.of === name);
    expect(example?.lines.length).toBeGreaterThan(1);
    expect(await run(example!)).toBeGreaterThan(0);
  });

  it('shows nothing else that is not run', () => {
    expect(all.map((one) => one.of).sort()).toEqual([...names].sort());
  });
});
