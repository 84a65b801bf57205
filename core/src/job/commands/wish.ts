import * as z from 'zod';
import { hasWalked } from '../reading/walk.js';
import { WISHES, WishSchema } from '../shape/wish.js';
import { accept, ANYONE, command, refuse } from './define.js';

/** A fault turns out to be a wish, or the other way about; what is wished for grows and shrinks. */
export const stateWish = command('state-wish', {
  shape: { fault: z.boolean(), wishes: z.array(WishSchema).max(10) },
  by: ANYONE,
  decide: (job, { fault, wishes }) => {
    if (hasWalked(job)) return refuse('way-begun');
    // In one order, whichever was pressed first.
    const all = WISHES.filter((one) => wishes.includes(one));
    if (!fault && all.length === 0) return refuse('no-wish');
    return accept({ type: 'wish-stated', fault, wishes: all });
  },
});
