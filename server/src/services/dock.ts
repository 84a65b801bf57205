import {
  DockRunSchema,
  DockSchema,
  DriveTableReplySchema,
  RunMapReplySchema,
  SimulatedDrivesSchema,
  type Dock,
  type DockRun,
  type DriveTableReply,
  type SimulatedDrives,
  type StartRun,
} from '@petrichor/api';
import { Agent } from './agent.js';

/** A map names every stretch of a drive: of a large one that fails, there are millions. */
const MOST_MAP_BYTES = 70_000_000;

/** The workshop's drive dock, wherever it is. */
export class DockClient {
  private readonly agent: Agent;

  /** @param url address of the dock's agent; null: this installation has none. */
  constructor(url: string | null) {
    this.agent = new Agent(url, {
      code: 'dock',
      none: 'No dock is set up here. Start Petrichor with PETRICHOR_DOCK set to its address.',
      away: 'The dock does not answer. A run that it has begun goes on by itself; it is asked again every few seconds.',
      nonsense: 'The dock answers, but not as agreed. Its agent may be of another version.',
    });
  }

  async dock(): Promise<Dock | null> {
    return this.agent.url === null ? null : this.agent.ask(DockSchema, 'GET', '/dock');
  }

  /** The self-report as text; what it says is read where it is used. */
  async selfReport(bay: string): Promise<string> {
    return this.agent.text('GET', `/dock/bays/${bay}/self-report`);
  }

  start = (bay: string, run: StartRun): Promise<DockRun> =>
    this.agent.ask(DockRunSchema, 'POST', `/dock/bays/${bay}/runs`, run);
  run = (runId: string): Promise<DockRun> => this.agent.ask(DockRunSchema, 'GET', `/dock/runs/${runId}`);
  table = (bay: string): Promise<DriveTableReply> =>
    this.agent.ask(DriveTableReplySchema, 'GET', `/dock/bays/${bay}/table`);
  map = (runId: string): Promise<{ text: string }> =>
    this.agent.ask(RunMapReplySchema, 'GET', `/dock/runs/${runId}/map`, undefined, MOST_MAP_BYTES);
  pause = (runId: string): Promise<DockRun> =>
    this.agent.ask(DockRunSchema, 'POST', `/dock/runs/${runId}/pause`);
  resume = (runId: string): Promise<DockRun> =>
    this.agent.ask(DockRunSchema, 'POST', `/dock/runs/${runId}/resume`);
  stop = (runId: string): Promise<DockRun> =>
    this.agent.ask(DockRunSchema, 'POST', `/dock/runs/${runId}/stop`);
  simulatedDrives = (): Promise<SimulatedDrives> =>
    this.agent.ask(SimulatedDrivesSchema, 'GET', '/simulated/drives');
  putIn = (bay: string, driveId: string | null): Promise<Dock> =>
    this.agent.ask(DockSchema, 'POST', `/simulated/bays/${bay}`, { driveId });
}
