import { sure } from '@petrichor/core/units';
import type { WorkshopTx } from './database.js';

/** Whose a photo is; the picture itself is a file. The same photo twice is one. */
export const insertPhoto = (
  tx: WorkshopTx,
  photo: { readonly hash: string; readonly bytes: number; readonly at: string; readonly by: string },
) =>
  tx.query(
    `insert into photo (workshop_id, hash, bytes, kept_at, kept_by) values (current_workshop(), $1, $2, $3, $4) on conflict do nothing`,
    [photo.hash, photo.bytes, photo.at, photo.by],
  );

export async function hasPhoto(tx: WorkshopTx, hash: string): Promise<boolean> {
  const { rowCount } = await tx.query(
    'select 1 from photo where workshop_id = current_workshop() and hash = $1',
    [hash],
  );
  return rowCount === 1;
}

export async function bytesOfPhotos(tx: WorkshopTx): Promise<number> {
  const { rows } = await tx.query<{ bytes: string }>(
    'select coalesce(sum(bytes), 0)::text as bytes from photo where workshop_id = current_workshop()',
  );
  return Number(sure(rows[0]).bytes);
}
