import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { migrate } from '@petrichor/server';
import { Fault, say } from '../fault.js';
import { STATE } from '../paths.js';
import { measureAttacks } from '../figures/attacks.js';
import { measureBackup } from '../figures/backup.js';
import { measureDiagnosis, measureReport } from '../figures/diagnose.js';
import type { Figure } from '../figures/figure.js';
import { measureFirstLoad } from '../figures/first-load.js';
import { measureLearning } from '../figures/learning.js';
import { measureLedger } from '../figures/ledger.js';
import { measureManyOpen } from '../figures/many-open.js';
import { measureMatch } from '../figures/match.js';
import { measureRescueMap, measureSparseImage } from '../figures/move.js';
import { measureOpening } from '../figures/opening.js';
import { measurePlanning } from '../figures/plan.js';
import { measureRanking } from '../figures/rank.js';
import { measureStart } from '../figures/start.js';
import { measureTicks } from '../figures/ticks.js';
import { MeasuredWorkshop } from '../figures/workshop.js';
import { ensureBuilt } from '../setup/build.js';
import { ensurePackage } from '../setup/debian.js';
import { loadDemo } from '../setup/demo.js';
import { startCluster } from '../setup/postgres.js';

const PARTS: ReadonlySet<string> = new Set([
  'ticks',
  'attacks',
  'screens',
  'opening',
  'learning',
  'backup',
  'ledger',
]);

/**
 * Prints every figure as one JSON line; `bench ticks` only ticks, `bench attacks` only steps under attack,
 * `bench screens` only the first screen, `bench opening` only a job of 2,000 events,
 * `bench learning` only what the diagnosis asks of finished jobs,
 * `bench backup` only a backup of 100,000 jobs, `bench ledger` only those of the Ledger, whose million jobs
 * take some minutes and 8 GB to make. All traffic stays on loopback; counts and times are bounded.
 */
export async function bench(args: readonly string[] = []): Promise<void> {
  const strange = args.find((one) => !PARTS.has(one));
  if (strange !== undefined)
    throw new Fault(
      `bench measures no '${strange}'. Say one of ${[...PARTS].join(', ')}, or nothing for all.`,
    );
  await ensurePackage('chromium');
  await ensurePackage('disk-tools');
  await ensureBuilt();
  const cluster = await startCluster(join(STATE, 'test-postgres'));
  const name = `bench_${randomUUID().replaceAll('-', '')}`;
  const show = (figure: Figure): void => console.log(JSON.stringify(figure));
  let workshop: MeasuredWorkshop | null = null;
  try {
    if (args.includes('ledger')) return await measureLedger(cluster, show, say);
    if (args.includes('backup')) return await measureBackup(show, say);
    const databaseUrl = await cluster.database(name);
    await migrate(databaseUrl);
    await loadDemo(databaseUrl);
    workshop = new MeasuredWorkshop(databaseUrl);
    await workshop.start();
    if (args.includes('attacks')) return await measureAttacks(workshop, show);
    if (args.includes('screens')) return await measureScreens(workshop, show);
    if (args.includes('ticks')) return show(await measureTicks(workshop));
    if (args.includes('opening')) return show(await measureOpening(workshop));
    if (args.includes('learning')) return show(await measureLearning(workshop));
    say('Weighing and reading ...');
    show(measureDiagnosis());
    show(measureReport());
    say('A rescue map of a million lines, an image of 8 TB ...');
    show(await measureRescueMap());
    show(await measureSparseImage());
    say('Planning ways in ...');
    show(await measurePlanning());
    say('Ranking 50,000 drives ...');
    show(measureRanking());
    say('Ticks by 20 technicians at once ...');
    show(await measureTicks(workshop));
    say('Steps while somebody attacks ...');
    await measureAttacks(workshop, show);
    say('Opening a job of 2,000 events ...');
    show(await measureOpening(workshop));
    say('Match with 5,000 drives ...');
    show(await measureMatch(workshop));
    await measureScreens(workshop, show);
    say('Asking the diagnosis with 100,000 finished jobs behind it ...');
    show(await measureLearning(workshop));
    await measureBackup(show, say);
    await measureLedger(cluster, show, say);
  } finally {
    await workshop?.end();
    await cluster.drop(name);
    await cluster.stop();
  }
}

async function measureScreens(workshop: MeasuredWorkshop, show: (figure: Figure) => void): Promise<void> {
  say('Cold start to the Bench ...');
  show(await measureStart(workshop));
  say('The first screen ...');
  show(await measureFirstLoad(workshop));
  say('The Bench with 5,000 open jobs ...');
  show(await measureManyOpen(workshop));
}
