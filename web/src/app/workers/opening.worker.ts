import { expose } from 'comlink';
import { cheapBeside, openingLine } from '@petrichor/core/job';

/** One opening for all changes, with what each adds, and what is cheap beside it: one plan for each. */
const work = {
  lookAt: (
    model: Parameters<typeof openingLine>[0],
    job: Parameters<typeof openingLine>[1],
    policy: Parameters<typeof openingLine>[2],
    parts: Parameters<typeof cheapBeside>[3],
  ) => ({ line: openingLine(model, job, policy), beside: cheapBeside(model, job, policy, parts) }),
};
export type OpeningWork = typeof work;

expose(work);
