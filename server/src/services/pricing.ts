import { PricingSchema, USUAL_PRICING, type Pricing } from '@petrichor/core/quote';
import type { Database, WorkshopTx } from '../store/database.js';
import { pricingRow, putPricing } from '../store/pricing.js';
import type { Acting } from './acting.js';

/** What the workshop charges; what it never set is as usual. */
export async function pricingOf(tx: WorkshopTx): Promise<Pricing> {
  const kept = PricingSchema.safeParse(await pricingRow(tx));
  return kept.success ? kept.data : USUAL_PRICING;
}

export const setPricing = (database: Database, { workshopId }: Acting, pricing: Pricing): Promise<unknown> =>
  database.inWorkshop(workshopId, (tx) => putPricing(tx, pricing));
