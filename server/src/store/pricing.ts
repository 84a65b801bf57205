import type { Pricing } from '@petrichor/core/quote';
import type { WorkshopTx } from './database.js';

export async function pricingRow(tx: WorkshopTx): Promise<Pricing | null> {
  const { rows } = await tx.query<{ pricing: Pricing | null }>({
    name: 'pricing',
    text: 'select pricing from workshop where id = current_workshop()',
  });
  return rows[0]?.pricing ?? null;
}

export const putPricing = (tx: WorkshopTx, pricing: Pricing) =>
  tx.query('update workshop set pricing = $1 where id = current_workshop()', [JSON.stringify(pricing)]);

/** Name of the workshop, for what leaves it. */
export async function workshopName(tx: WorkshopTx): Promise<string> {
  const { rows } = await tx.query<{ name: string }>(
    'select name from workshop where id = current_workshop()',
  );
  return rows[0]?.name ?? '';
}
