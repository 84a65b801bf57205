import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  fitCaseOf,
  pastCaseOf,
  summarise,
  type JobState,
  type JobSummary,
  type RecordedEvent,
} from '@petrichor/core/job';
import { finishedOf, ledgerRow, ledgerWords, type LedgerRow } from '@petrichor/core/ledger';
import type pg from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import { chances } from '../chance.js';

/**
 * The first jobs, and then one in so many, have the whole log of a finished job; the others have their
 * opening only, to bound the disk.
 */
const FIRST_WHOLE = 200;
const WHOLE_LOG_EVERY = 2000;
const FIRST_NUMBER = 10_000;
const LINES_A_PIECE = 2000;
const FIRST =
  'Ada Bram Clem Dory Edda Fenn Gwen Hal Iva Jory Kit Lowen Mab Nessa Orla Piran Quill Rhos Senara Tamsin Una Verran Wenna Ysella'.split(
    ' ',
  );
const BEGIN = 'Pol Tre Pen Nan Car Ros Lan Bos Chy Gwen Hen Kel Mor Nor Ped Sken Tal Ven Wal Zen'.split(' ');
const END = 'gove mar rick lock win dale thorn field wyn pool sett croft berry mere stow hurst'.split(' ');
const WORDS =
  'freezes clicks hums slow blue screen starts twice update letters photos charts dropped stairs coffee battery warm fan loud since spring monday harbour cabin engine morning evening saves opens stops hangs crawls full lost folder tables ledger songs lessons orders nets tide ferry clinic'.split(
    ' ',
  );

/** A generated job, as far as questions are put to it. */
export interface Generated {
  readonly id: string;
  readonly row: LedgerRow;
  readonly wholeLog: boolean;
}

/** Makes jobs like `model`, each with its own customer, serial and words, and remembers a sample of them. */
export class LedgerLoader {
  readonly sample: Generated[] = [];
  private readonly terms = new Set<string>();
  private readonly chance = chances(20_261_125);
  private made = 0;

  constructor(
    private readonly client: pg.Client,
    private readonly workshopId: string,
    /** A finished job and its log: what every generated one is like. */
    private readonly model: { readonly job: JobState; readonly events: readonly RecordedEvent[] },
  ) {}

  /** Brings the number of generated jobs to `count`. */
  async fill(count: number): Promise<void> {
    const { client } = this;
    await client.query(`set session_replication_role = replica; set synchronous_commit = off; set maintenance_work_mem = '1GB';
      alter table ledger_word drop constraint ledger_word_pkey; alter table ledger_term drop constraint ledger_term_pkey`);
    if (this.terms.size === 0)
      for (const { word } of (await client.query<{ word: string }>('select word from ledger_term')).rows)
        this.terms.add(word);
    while (this.made < count) await this.batch(Math.min(20_000, count - this.made));
    await client.query(`alter table ledger_word add primary key (workshop_id, word, number);
      alter table ledger_term add primary key (workshop_id, word);
      insert into taught (workshop_id, case_after) select workshop_id, past_case from job
        where past_case is not null and number >= ${FIRST_NUMBER}`);
    await client.query('vacuum analyze');
    // What is still to be written would be written while others are measured.
    await client.query('checkpoint');
  }

  private async batch(size: number): Promise<void> {
    const jobs: string[] = [];
    const events: string[] = [];
    const words: string[] = [];
    const terms: string[] = [];
    const own = `${this.workshopId}`;
    const template = summarise(this.model.job);
    for (let at = 0; at < size; at++) {
      const whole = this.made < FIRST_WHOLE || this.made % WHOLE_LOG_EVERY === 0;
      const number = FIRST_NUMBER + this.made++;
      const job = this.job(number);
      const row = ledgerRow(job);
      const summary: JobSummary = {
        ...template,
        id: job.id,
        number,
        customer: row.customer,
        serial: row.serial,
        lastTouched: { name: 'Ines', at: sure(row.closedAt) },
        // The model's old drive is still here; a million of them would all stand on the Bench.
        oldDriveHere: null,
      };
      const log = whole ? this.model.events : this.model.events.slice(0, 1);
      jobs.push(
        copyLine(
          own,
          job.id,
          number,
          log.length,
          't',
          row.promisedAt,
          JSON.stringify({ ...summary, seq: log.length }),
          json(pastCaseOf(job)),
          json(fitCaseOf(job)),
          json(finishedOf(job)),
          JSON.stringify(row),
          sure(row.closedAt),
          sure(job.intake.customer.id),
          row.modelId,
          row.openedAt,
        ),
      );
      for (const one of log) {
        const body =
          one.event.type === 'job-opened'
            ? { ...one.event, jobId: job.id, number, intake: job.intake }
            : one.event;
        events.push(
          copyLine(
            own,
            job.id,
            one.seq,
            randomUUID(),
            '0',
            one.at,
            job.openedBy.id,
            one.by.name,
            JSON.stringify(body),
          ),
        );
      }
      for (const word of ledgerWords(job)) {
        words.push(copyLine(own, word, number));
        if (this.terms.has(word)) continue;
        this.terms.add(word);
        terms.push(copyLine(own, word));
      }
      if (whole || this.chance() < 0.002) this.sample.push({ id: job.id, row, wholeLog: whole });
    }
    await this.copy(
      'job (workshop_id, id, number, seq, closed, promised_at, summary, past_case, fit_case, finished, ledger, closed_at, customer_id, model_id, opened_at)',
      jobs,
    );
    await this.copy(
      'job_event (workshop_id, job_id, seq, command_id, part, at, by_id, by_name, body)',
      events,
    );
    await this.copy('ledger_word (workshop_id, word, number)', words);
    await this.copy('ledger_term (workshop_id, word)', terms);
  }

  private job(number: number): JobState {
    const pick = <T>(all: readonly T[]): T => sure(all[Math.floor(this.chance() * all.length)]);
    const digits = (count: number) => String(Math.floor(this.chance() * 10 ** count)).padStart(count, '0');
    const at = new Date(Date.UTC(2020, 0, 1) + number * 60_000).toISOString();
    const closedAt = new Date(new Date(at).getTime() + 2 * 86_400_000).toISOString();
    const complaint = Array.from({ length: 6 }, () => pick(WORDS)).join(' ');
    const { job } = this.model;
    return {
      ...job,
      id: randomUUID(),
      number,
      openedAt: at,
      closed: { ...sure(job.closed), at: closedAt },
      serials: { oldDrive: `SR6-${digits(6)}`, newDrive: `PP3-${digits(6)}` },
      intake: {
        ...job.intake,
        customer: {
          id: randomUUID(),
          name: `${pick(FIRST)} ${pick(BEGIN)}${pick(END)}`,
          reach: `01632 ${digits(3)} ${digits(3)}`,
        },
        serial: `TF14-${pick(['2K', '3L', '4M'])}-${digits(6)}`,
        complaint,
        promisedAt: closedAt,
      },
      notes: [],
    };
  }

  private async copy(into: string, lines: readonly string[]): Promise<void> {
    // A piece of many lines at a time: a line each costs more to hand over than to make.
    const pieces = Array.from({ length: Math.ceil(lines.length / LINES_A_PIECE) }, (_, at) =>
      lines.slice(at * LINES_A_PIECE, (at + 1) * LINES_A_PIECE).join(''),
    );
    await pipeline(Readable.from(pieces), this.client.query(copyFrom(`copy ${into} from stdin`)));
  }
}

const json = (value: unknown): string => (value === null ? '\\N' : JSON.stringify(value));

/** A line of COPY's text format; a cell of `\\N` is null. */
export const copyLine = (...cells: readonly (string | number)[]): string =>
  `${cells.map((cell) => (cell === '\\N' ? cell : String(cell).replaceAll('\\', '\\\\').replaceAll('\t', '\\t').replaceAll('\n', '\\n').replaceAll('\r', '\\r'))).join('\t')}\n`;
