import { expose } from 'comlink';
import { comparePastJobs, lookAt } from '@petrichor/core/diagnose';

/** Weighing and past jobs, beside the screen: the same functions that tests and server use. */
const work = { lookAt, comparePastJobs };
export type WeighWork = typeof work;

expose(work);
