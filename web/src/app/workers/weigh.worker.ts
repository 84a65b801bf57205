import { expose } from 'comlink';
import { comparePastJobs, lookAt } from '@petrichor/core/diagnose';
import { readAny } from '@petrichor/core/formats';

/** Weighing, past jobs and large files, beside the screen: the same functions that tests and server use. */
const work = { lookAt, comparePastJobs, readAny };
export type WeighWork = typeof work;

expose(work);
