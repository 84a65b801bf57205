import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { setTimeout as sleep } from 'node:timers/promises';
import { demoJobs } from '@petrichor/demo';
import type { JobState, JobCommand } from '@petrichor/core/job';
import type { Figure } from './figure.js';
import { ATTACKS, type Answers } from './attack-kinds.js';
import { percentile, round, type MeasuredWorkshop } from './workshop.js';

/** Hands at work while something else goes on: so many people, a note each so often, for so long. */
const HANDS = 5;
const PAUSE_MS = 60;
const SECONDS = 8;
const TARGET = 3;

/**
 * p95 of a step that is taken while somebody attacks, against p95 of the same steps while nobody does.
 * Everything stays on this machine's loopback, bounded in count and time.
 */
export async function measureAttacks(
  workshop: MeasuredWorkshop,
  show: (figure: Figure) => void,
): Promise<void> {
  const cookie = await workshop.signIn();
  const intake = sure(demoJobs(new Date())[0]).intake;
  const jobs: JobState[] = [];
  for (let n = 0; n < HANDS; n++) {
    const reply = await workshop.post('/api/jobs', { commandId: randomUUID(), intake }, cookie);
    jobs.push(((await reply.json()) as { job: JobState }).job);
  }
  await atWork(workshop, cookie, jobs, 2);
  for (const { name } of ATTACKS) {
    const alone = await atWork(workshop, cookie, jobs, SECONDS / 2);
    const attack = begin(name, workshop.url);
    await sleep(2000);
    const under = await atWork(workshop, cookie, jobs, SECONDS);
    const answers = await attack.end();
    await sleep(500);
    const [before, during] = [percentile(alone, 0.95), percentile(under, 0.95)];
    show({
      figure: 'step-under-attack',
      attack: name,
      steps: under.length,
      aloneP95Ms: round(before),
      underAttackP95Ms: round(during),
      ratio: round(during / before),
      targetRatio: TARGET,
      answers: Object.entries(answers)
        .map(([status, count]) => `${status}: ${count}`)
        .join(', '),
    });
  }
}

/** How long each step took that was taken meanwhile. */
async function atWork(
  workshop: MeasuredWorkshop,
  cookie: string,
  jobs: readonly JobState[],
  seconds: number,
): Promise<number[]> {
  const end = performance.now() + seconds * 1000;
  const times: number[] = [];
  await Promise.all(
    jobs.map(async (job, n) => {
      await sleep((n * PAUSE_MS) / jobs.length);
      while (performance.now() < end) {
        const command: JobCommand = { type: 'note', text: 'A word while others shout.', stepId: null };
        const began = performance.now();
        const reply = await workshop.post(
          `/api/jobs/${job.id}/commands`,
          { commandId: randomUUID(), basedOn: 1_000_000, command },
          cookie,
        );
        await reply.arrayBuffer();
        if (!reply.ok) throw new Error(`A step was answered ${reply.status}.`);
        times.push(performance.now() - began);
        await sleep(PAUSE_MS);
      }
    }),
  );
  return times;
}

const ATTACKER = fileURLToPath(new URL('./attacker.ts', import.meta.url));

function begin(name: string, url: string): { end: () => Promise<Answers> } {
  const child = spawn(process.execPath, [...process.execArgv, ATTACKER, name, url], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  let told = '';
  child.stdout.on('data', (chunk: Buffer) => (told += chunk.toString()));
  return {
    end: () =>
      new Promise((done) => {
        child.once('close', () => done(told === '' ? {} : (JSON.parse(told) as Answers)));
        child.stdin.end();
      }),
  };
}
