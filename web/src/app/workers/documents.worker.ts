import { expose } from 'comlink';
import { readForJob } from './read-for-job';

/** Reading what is handed to a job, beside the screen. */
const work = { readForJob };
export type DocumentWork = typeof work;

expose(work);
