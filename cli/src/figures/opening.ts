import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import { demoJobs } from '@petrichor/demo';
import type { JobState } from '@petrichor/core/job';
import type { Figure } from './figure.js';
import { inBrowser } from './browser.js';
import { percentile, round, type MeasuredWorkshop } from './workshop.js';

const EVENTS = 2000;
const RUNS = 7;
/** What is said once the findings are weighed, whatever comes of it. */
const WEIGHED = /^(Most likely|Cannot tell yet; first of all)|Settled\.$/;

/**
 * Opening a job with 2,000 events: on the server right after a start, when it has to replay the whole log,
 * and in the browser from the click on the Bench to the headline that its findings, weighed, come to.
 */
export async function measureOpening(workshop: MeasuredWorkshop): Promise<Figure> {
  let cookie = await workshop.signIn();
  const intake = sure(demoJobs(new Date())[1]).intake;
  const { job } = (await (
    await workshop.post('/api/jobs', { commandId: randomUUID(), intake }, cookie)
  ).json()) as { job: JobState };
  for (let seq = 1; seq < EVENTS; seq++) {
    const command = { type: 'observe', observation: 'runs-hot', seen: seq % 2 === 0 ? 'not-seen' : 'seen' };
    await workshop.post(
      `/api/jobs/${job.id}/commands`,
      { commandId: randomUUID(), basedOn: seq, command },
      cookie,
    );
  }
  await workshop.stop();
  await workshop.start();
  cookie = await workshop.signIn();
  const times: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    const began = performance.now();
    const reply = (await (await workshop.get(`/api/jobs/${job.id}`, cookie)).json()) as { job: JobState };
    times.push(performance.now() - began);
    if (reply.job.seq !== EVENTS) throw new Error(`The job has ${reply.job.seq} events, not ${EVENTS}.`);
  }
  const browser = await inBrowser(workshop.url, cookie, async (page) => {
    const opened: number[] = [];
    for (let run = 0; run < RUNS; run++) {
      await page.goto(workshop.url);
      const row = page.locator(`a[href="/jobs/${job.id}"]`);
      await row.waitFor();
      // The screens are being fetched in the background; a technician reads the Bench meanwhile.
      await page.waitForTimeout(2500);
      const began = performance.now();
      await row.click();
      await page.getByRole('heading', { name: WEIGHED }).waitFor();
      opened.push(performance.now() - began);
    }
    return { first: sure(opened[0]), median: percentile(opened.slice(1), 0.5) };
  });
  return {
    figure: 'open-job',
    events: EVENTS,
    serverFirstMs: round(sure(times[0])),
    serverMedianMs: round(percentile(times, 0.5)),
    browserFirstMs: round(browser.first),
    browserMedianMs: round(browser.median),
    targetMs: 300,
  };
}
