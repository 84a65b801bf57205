import pg from 'pg';

/** A connection inside a transaction that is bound to one workshop. */
export type WorkshopTx = Pick<pg.PoolClient, 'query'>;

/** The database, as the services see it. */
export interface Database {
  readonly pool: pg.Pool;
  /** Runs `work` in one transaction that can see this workshop only (row-level security). */
  inWorkshop<T>(workshopId: string, work: (tx: WorkshopTx) => Promise<T>): Promise<T>;
  end(): Promise<void>;
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

export function openDatabase(databaseUrl: string): Database {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 12 });
  // An idle connection that dies (the database was restarted) is dropped by the pool; without a listener it would end the process.
  pool.on('error', () => undefined);
  return {
    pool,
    async inWorkshop(workshopId, work) {
      if (!UUID.test(workshopId)) throw new Error(`Not a workshop id: ${workshopId}`);
      const client = await pool.connect();
      try {
        // One round trip; the id was checked above, and SET takes no parameters.
        await client.query(`begin; set local role petrichor_app; set local petrichor.workshop = '${workshopId}'`);
        const result = await work(client);
        await client.query('commit');
        client.release();
        return result;
      } catch (error) {
        const broken = await client.query('rollback').then(
          () => false,
          () => true,
        );
        client.release(broken);
        throw error;
      }
    },
    end: () => pool.end(),
  };
}
