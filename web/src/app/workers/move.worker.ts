import { expose } from 'comlink';
import { readForMove } from './read-for-move';

/** Reading what a move needs, beside the screen. */
const work = { readForMove };
export type MoveWork = typeof work;

expose(work);
