import { expose } from 'comlink';
import { comparePastJobs, lookAt, readAny } from '@petrichor/core';

/** Weighing, past jobs and large files, beside the screen: the same functions that tests and server use. */
const work = { lookAt, comparePastJobs, readAny };
export type WeighWork = typeof work;

expose(work);
