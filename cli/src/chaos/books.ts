import { sure } from '@petrichor/core/units';
import pg from 'pg';
import { endSoon } from './faults.js';
import type { Taken } from './people.js';

/** Compares what people were told yes to with what the database has. */
export class Books {
  private readonly commands = new Map<string, Extract<Taken, { kind: 'command' }>>();
  private readonly moves = new Set<string>();
  private unchecked: string[] = [];
  private uncheckedMoves: string[] = [];
  readonly wrong: string[] = [];
  /** Of jobs: the last sequence that was said yes to, by whoever works on it alone. */
  private readonly last = new Map<string, number>();

  get taken(): number {
    return this.commands.size + this.moves.size;
  }

  add(one: Taken): void {
    if (one.kind === 'move') {
      this.moves.add(one.id);
      this.uncheckedMoves.push(one.id);
      return;
    }
    const before = this.commands.get(one.commandId);
    if (before && before.seqs.join() !== one.seqs.join())
      this.wrong.push(`${one.commandId} was told at ${before.seqs.join()} and at ${one.seqs.join()}.`);
    const last = this.last.get(one.jobId) ?? 0;
    if (!before && sure(one.seqs[0]) <= last)
      this.wrong.push(`Job ${one.jobId}: ${one.seqs[0]} was told after ${last}.`);
    this.last.set(one.jobId, Math.max(last, sure(one.seqs.at(-1))));
    this.commands.set(one.commandId, one);
    this.unchecked.push(one.commandId);
  }

  /** Looks up what was taken since the last time, or all of it. Throws while the database cannot be asked. */
  async compare(databaseUrl: string, all = false): Promise<void> {
    const ids = all ? [...this.commands.keys()] : [...this.unchecked];
    const moves = all ? [...this.moves] : [...this.uncheckedMoves];
    const client = new pg.Client({
      connectionString: databaseUrl,
      connectionTimeoutMillis: 3000,
      query_timeout: 30_000,
    });
    client.on('error', () => undefined);
    await client.connect();
    try {
      const { rows } = await client.query<{ id: string; job: string; seqs: number[] }>(
        `select command_id as id, job_id as job, array_agg(seq order by part) as seqs from job_event where command_id = any($1) group by 1, 2`,
        [ids],
      );
      const found = new Map<string, { job: string; seqs: number[] }>();
      for (const { id, job, seqs } of rows) {
        if (found.has(id)) this.wrong.push(`Doubled: ${id} on two jobs.`);
        found.set(id, { job, seqs });
      }
      for (const id of ids) {
        const told = sure(this.commands.get(id));
        const is = found.get(id);
        if (!is) this.wrong.push(`Lost: ${id} at ${told.seqs.join()} of job ${told.jobId}.`);
        else if (is.job !== told.jobId || is.seqs.join() !== told.seqs.join())
          this.wrong.push(`Altered: ${id} was ${told.seqs.join()}, is ${is.seqs.join()}.`);
      }
      const kept = await client.query<{ id: string }>('select id from stock_move where id = any($1)', [
        moves,
      ]);
      const there = new Set(kept.rows.map(({ id }) => id));
      for (const id of moves) if (!there.has(id)) this.wrong.push(`Lost: the move ${id}.`);
      if (!all) {
        this.unchecked = this.unchecked.slice(ids.length);
        this.uncheckedMoves = this.uncheckedMoves.slice(moves.length);
      }
    } finally {
      endSoon(client);
    }
  }
}
