import { sure } from '@petrichor/core/units';
import type { CustomersReply } from '@petrichor/api';
import { queryWords } from '@petrichor/core/ledger';
import { customersAlsoWith, customersOf, customersWith, machinesOf } from '../store/customers.js';
import { oneByOne, type Database } from '../store/database.js';

const MOST_SHOWN = 8;
/**
 * So many customers with a word are looked at first; where every typed word has so many, so many more of the
 * one that leads.
 */
const FIRST_OF_A_WORD = 100;
const MOST_OF_A_WORD = 4000;

/**
 * Customers who have every typed word in name or reach (each may be a beginning), with the machines they
 * brought.
 */
export const findCustomers = (
  database: Database,
  workshopId: string,
  typed: string,
): Promise<CustomersReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    const words = queryWords(typed);
    if (words.length === 0) return { customers: [] };
    const lists = await oneByOne(words, async (word) => ({
      word,
      ids: await customersWith(tx, word, FIRST_OF_A_WORD),
    }));
    // The rarest word leads; where all are common, the longest.
    const [lead, ...others] = lists.toSorted(
      (one, other) => one.ids.length - other.ids.length || other.word.length - one.word.length,
    );
    let ids =
      sure(lead).ids.length < FIRST_OF_A_WORD
        ? sure(lead).ids
        : await customersWith(tx, sure(lead).word, MOST_OF_A_WORD);
    for (const { word } of others) if (ids.length > 0) ids = await customersAlsoWith(tx, ids, word);
    const rows = await customersOf(tx, ids, MOST_SHOWN);
    return {
      customers: await oneByOne(rows, async (row) => ({ ...row, machines: await machinesOf(tx, row.id) })),
    };
  });
