import type { CustomersReply } from '@petrichor/api';
import { queryWords } from '@petrichor/core';
import { customersOf, customersWith, machinesOf } from '../store/customers.js';
import { oneByOne, type Database } from '../store/database.js';

const MOST_SHOWN = 8;
const MOST_OF_A_WORD = 400;

/** Customers who have every typed word in name or reach (each may be a beginning), with the machines they brought. */
export const findCustomers = (database: Database, workshopId: string, typed: string): Promise<CustomersReply> =>
  database.inWorkshop(workshopId, async (tx) => {
    const words = queryWords(typed);
    if (words.length === 0) return { customers: [] };
    const lists = await oneByOne(words, (word) => customersWith(tx, word, MOST_OF_A_WORD));
    const ids = lists.reduce((both, list) => both.filter((id) => list.includes(id)));
    const rows = (await customersOf(tx, ids)).slice(0, MOST_SHOWN);
    return { customers: await oneByOne(rows, async (row) => ({ ...row, machines: await machinesOf(tx, row.id) })) };
  });
