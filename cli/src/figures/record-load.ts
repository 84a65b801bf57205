import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  companionCasesOf,
  fitCaseOf,
  pastCaseOf,
  replay,
  summarise,
  type RecordedEvent,
} from '@petrichor/core/job';
import { finishedOf, ledgerRow, ledgerWords } from '@petrichor/core/ledger';
import type pg from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import { chances } from '../chance.js';
import { copyLine } from './ledger-load.js';

/**
 * One in so many has the whole log of a finished job; the others stand where a diagnosis begins, to bound the
 * disk.
 */
const WHOLE_EVERY = 20;
const BEGUN_EVENTS = 6;
const BATCH = 2000;
const WORDS =
  'freezes clicks hums slow blue screen starts twice update letters photos charts dropped stairs coffee battery warm fan loud'.split(
    ' ',
  );

/**
 * Jobs whose rows are what their events say, as the server would have written them: a backup of them is
 * compared, not only restored.
 */
export async function loadRecord(
  client: pg.Client,
  workshopId: string,
  model: readonly RecordedEvent[],
  count: number,
): Promise<number> {
  const chance = chances(20_261_127);
  const terms = new Set(
    (await client.query<{ word: string }>('select word from ledger_term')).rows.map((row) => row.word),
  );
  await client.query('set session_replication_role = replica; set synchronous_commit = off');
  let written = 0;
  for (let made = 0; made < count; made += BATCH) {
    const [jobs, events, words, added]: [string[], string[], string[], string[]] = [[], [], [], []];
    for (let at = made; at < Math.min(count, made + BATCH); at++) {
      const log = jobLog(model, at % WHOLE_EVERY === 0, 100_000 + at, chance);
      const job = sure(replay(log));
      const summary = summarise(job);
      const row = ledgerRow(job);
      const companions = companionCasesOf(job);
      jobs.push(
        copyLine(
          workshopId,
          job.id,
          job.number,
          job.seq,
          summary.closed ? 't' : 'f',
          summary.promisedAt,
          JSON.stringify(summary),
          json(pastCaseOf(job)),
          json(fitCaseOf(job)),
          JSON.stringify(row),
          json(finishedOf(job)),
          companions.length > 0 ? JSON.stringify(companions) : NULL,
          row.closedAt ?? NULL,
          row.customerId ?? NULL,
          row.modelId,
          row.openedAt,
          'f',
        ),
      );
      for (const one of log)
        events.push(
          copyLine(
            workshopId,
            job.id,
            one.seq,
            one.commandId,
            0,
            one.at,
            one.by.id,
            one.by.name,
            JSON.stringify(one.event),
          ),
        );
      for (const word of new Set(ledgerWords(job))) {
        words.push(copyLine(workshopId, word, job.number));
        if (!terms.has(word)) added.push(copyLine(workshopId, word));
        terms.add(word);
      }
      written += log.length;
    }
    await copy(
      client,
      'job (workshop_id, id, number, seq, closed, promised_at, summary, past_case, fit_case, ledger, finished, companion_cases, closed_at, customer_id, model_id, opened_at, comeback)',
      jobs,
    );
    await copy(
      client,
      'job_event (workshop_id, job_id, seq, command_id, part, at, by_id, by_name, body)',
      events,
    );
    await copy(client, 'ledger_word (workshop_id, word, number)', words);
    await copy(client, 'ledger_term (workshop_id, word)', added);
  }
  await client.query('reset session_replication_role');
  await client.query('vacuum analyze');
  return written;
}

/** As COPY writes what is not there. */
const NULL = '\\N';
const json = (value: unknown): string => (value === null ? NULL : JSON.stringify(value));

function jobLog(
  model: readonly RecordedEvent[],
  whole: boolean,
  number: number,
  chance: () => number,
): RecordedEvent[] {
  const jobId = randomUUID();
  const digits = (count: number) => String(Math.floor(chance() * 10 ** count)).padStart(count, '0');
  return model.slice(0, whole ? undefined : BEGUN_EVENTS).map((one) => {
    const commandId = randomUUID();
    if (one.event.type !== 'job-opened') return { ...one, commandId };
    const { intake } = one.event;
    const complaint = Array.from({ length: 6 }, () => WORDS[Math.floor(chance() * WORDS.length)]).join(' ');
    const customer = { id: randomUUID(), name: `Customer ${digits(6)}`, reach: `01632 ${digits(6)}` };
    return {
      ...one,
      commandId,
      event: {
        ...one.event,
        jobId,
        number,
        intake: { ...intake, customer, complaint, serial: `TF14-2K-${digits(6)}`, comebackOf: null },
      },
    };
  });
}

const copy = (client: pg.Client, into: string, lines: readonly string[]): Promise<void> =>
  pipeline(Readable.from([lines.join('')]), client.query(copyFrom(`copy ${into} from stdin`)));
