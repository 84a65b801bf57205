import {
  DockRunSchema,
  DockSchema,
  DriveTableReplySchema,
  ProblemSchema,
  RunMapReplySchema,
  SimulatedDrivesSchema,
  type Dock,
  type DockRun,
  type DriveTableReply,
  type SimulatedDrives,
  type StartRun,
} from '@petrichor/api';
import * as z from 'zod';
import { Refused } from '../refused.js';

const LONGEST_WAIT_MS = 4000;
const MOST_REPORT_BYTES = 8_000_000;

/** The workshop's drive dock, wherever it is. Everything it says is checked against the contract; that it may be away is part of it. */
export class DockClient {
  /** @param url address of the dock's agent; null: this installation has none. */
  constructor(private readonly url: string | null) {}

  async dock(): Promise<Dock | null> {
    return this.url === null ? null : this.ask(DockSchema, 'GET', '/dock');
  }

  /** The self-report as text; what it says is read where it is used. */
  async selfReport(bay: string): Promise<string> {
    const text = await this.text('GET', `/dock/bays/${bay}/self-report`);
    if (text.length > MOST_REPORT_BYTES)
      throw new Refused(502, 'dock-nonsense', 'The dock sent a self-report of more than 8 MB. Read it from a file instead.');
    return text;
  }

  start = (bay: string, run: StartRun): Promise<DockRun> => this.ask(DockRunSchema, 'POST', `/dock/bays/${bay}/runs`, run);
  run = (runId: string): Promise<DockRun> => this.ask(DockRunSchema, 'GET', `/dock/runs/${runId}`);
  table = (bay: string): Promise<DriveTableReply> => this.ask(DriveTableReplySchema, 'GET', `/dock/bays/${bay}/table`);
  map = (runId: string): Promise<{ text: string }> => this.ask(RunMapReplySchema, 'GET', `/dock/runs/${runId}/map`);
  pause = (runId: string): Promise<DockRun> => this.ask(DockRunSchema, 'POST', `/dock/runs/${runId}/pause`);
  resume = (runId: string): Promise<DockRun> => this.ask(DockRunSchema, 'POST', `/dock/runs/${runId}/resume`);
  stop = (runId: string): Promise<DockRun> => this.ask(DockRunSchema, 'POST', `/dock/runs/${runId}/stop`);
  simulatedDrives = (): Promise<SimulatedDrives> => this.ask(SimulatedDrivesSchema, 'GET', '/simulated/drives');
  putIn = (bay: string, driveId: string | null): Promise<Dock> => this.ask(DockSchema, 'POST', `/simulated/bays/${bay}`, { driveId });

  private async ask<S extends z.ZodType>(schema: S, method: string, path: string, body?: object): Promise<z.output<S>> {
    const text = await this.text(method, path, body);
    const read = schema.safeParse(parseJson(text));
    if (!read.success) throw new Refused(502, 'dock-nonsense', 'The dock answers, but not as agreed. Its agent may be of another version.');
    return read.data;
  }

  private async text(method: string, path: string, body?: object): Promise<string> {
    if (this.url === null)
      throw new Refused(404, 'no-dock', 'No dock is set up here. Start Petrichor with PETRICHOR_DOCK set to its address.');
    let response: Response;
    try {
      response = await fetch(this.url + path, {
        method,
        signal: AbortSignal.timeout(LONGEST_WAIT_MS),
        ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
      });
      const text = await response.text();
      if (response.ok) return text;
      const problem = ProblemSchema.safeParse(parseJson(text));
      throw problem.success ? new Refused(response.status, problem.data.code, problem.data.detail) : away();
    } catch (error) {
      if (error instanceof Refused) throw error;
      throw away();
    }
  }
}

const away = () =>
  new Refused(
    503,
    'dock-away',
    'The dock does not answer. A run that it has begun goes on by itself; it is asked again every few seconds.',
  );

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}
