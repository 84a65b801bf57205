import { dockRoutes } from '@petrichor/api';
import type { Router } from 'express';
import { serve, type Serving } from '../http/serve.js';
import type { DockClient } from '../services/dock.js';

/** The drive dock, passed on to whoever may. */
export const serveDock = (serving: Serving, dock: DockClient): Router =>
  serve(dockRoutes, serving, {
    dock: async () => ({ dock: await dock.dock() }),
    selfReport: async ({ params }) => ({ text: await dock.selfReport(params.bay) }),
    driveTable: ({ params }) => dock.table(params.bay),
    startRun: ({ params, body }) => dock.start(params.bay, body),
    run: ({ params }) => dock.run(params.runId),
    pauseRun: ({ params }) => dock.pause(params.runId),
    resumeRun: ({ params }) => dock.resume(params.runId),
    stopRun: ({ params }) => dock.stop(params.runId),
    runMap: ({ params }) => dock.map(params.runId),
    simulatedDrives: () => dock.simulatedDrives(),
    putIn: async ({ params, body }) => ({ dock: await dock.putIn(params.bay, body.driveId) }),
  });
