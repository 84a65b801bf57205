import { sure } from '@petrichor/core/units';
import type pg from 'pg';

type Door = Pick<pg.Pool, 'query'>;

export async function schemaShape(door: Door): Promise<number> {
  const { rows } = await door.query<{ shape: string }>(
    'select max(version)::text as shape from schema_version',
  );
  return Number(sure(rows[0]).shape);
}

export async function databaseBytes(door: Door): Promise<number> {
  const { rows } = await door.query<{ bytes: string }>(
    'select pg_database_size(current_database())::text as bytes',
  );
  return Number(sure(rows[0]).bytes);
}
