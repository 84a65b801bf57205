import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  AccountsReply,
  AuditReply,
  BackupReply,
  BenchReply,
  BringInJobReply,
  ChangePerson,
  CommandReply,
  CustomersReply,
  FiguresReply,
  KeepSealed,
  LedgerReply,
  PlaceOrder,
  SupplierOffer,
  DiagnosisReply,
  DockReply,
  DockRun,
  DriveTableReply,
  EventsReply,
  FirstAccount,
  GiveCommand,
  JobReply,
  HealthReply,
  KnowledgeReply,
  MissingCommandsReply,
  ModelRecord,
  MoveStock,
  MoveStockReply,
  PutItems,
  ShelfReply,
  StockEntriesReply,
  NewAccount,
  OwnPassword,
  PhotoReply,
  OpenJob,
  Problem,
  SaveEdition,
  SaveGuide,
  SettleCorrection,
  SessionReply,
  SessionsReply,
  SignIn,
  Unsent,
  SimulatedDrives,
  StartRun,
} from '@petrichor/api';
import type { About, DiagnosisKnowledge } from '@petrichor/core/diagnose';
import type { MachineModel } from '@petrichor/core/hardware';
import type { Pricing } from '@petrichor/core/quote';
import type { ItemRef } from '@petrichor/core/shelf';
import type { Policy } from '@petrichor/core/teardown';
import type { Observable } from 'rxjs';
import { newId } from '../ui/new-id';

/** The server's routes as methods. Replies are typed by the contract. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  session = (): Observable<SessionReply> => this.http.get<SessionReply>('/api/session');
  signIn = (body: SignIn): Observable<SessionReply> => this.http.post<SessionReply>('/api/session', body);
  health = (): Observable<unknown> => this.http.get('/api/health');
  signOut = (): Observable<void> => this.http.delete<void>('/api/session');
  firstAccount = (body: FirstAccount): Observable<SessionReply> => this.http.post<SessionReply>('/api/first-account', body);
  accounts = (): Observable<AccountsReply> => this.http.get<AccountsReply>('/api/accounts');
  addAccount = (body: NewAccount): Observable<AccountsReply> => this.http.post<AccountsReply>('/api/accounts', body);
  changePerson = (id: string, body: ChangePerson): Observable<AccountsReply> => this.http.post<AccountsReply>(`/api/accounts/${id}`, body);
  removePerson = (id: string): Observable<AccountsReply> => this.http.delete<AccountsReply>(`/api/accounts/${id}`);
  resetPassword = (id: string, password: string): Observable<void> => this.http.post<void>(`/api/accounts/${id}/password`, { password });
  ownPassword = (body: OwnPassword): Observable<void> => this.http.post<void>('/api/session/password', body);
  sessionsOf = (id: string): Observable<SessionsReply> => this.http.get<SessionsReply>(`/api/accounts/${id}/sessions`);
  endSession = (id: string, sessionId: string): Observable<SessionsReply> =>
    this.http.delete<SessionsReply>(`/api/accounts/${id}/sessions/${sessionId}`);
  backup = (): Observable<BackupReply> => this.http.get<BackupReply>('/api/backup');
  wholeHealth = (): Observable<HealthReply> => this.http.get<HealthReply>('/api/health/whole');
  /** @param before an id; null: from the newest */
  audit = (before: number | null): Observable<AuditReply> =>
    this.http.get<AuditReply>('/api/audit', { params: before === null ? {} : { before } });
  tellUnsent = (unsent: Unsent): Observable<void> => this.http.post<void>('/api/unsent', unsent);
  bench = (): Observable<BenchReply> => this.http.get<BenchReply>('/api/bench');
  openJob = (body: OpenJob): Observable<JobReply> => this.http.post<JobReply>('/api/jobs', body);
  job = (jobId: string): Observable<JobReply> => this.http.get<JobReply>(`/api/jobs/${encodeURIComponent(jobId)}`);
  events = (jobId: string, after: number): Observable<EventsReply> =>
    this.http.get<EventsReply>(`/api/jobs/${encodeURIComponent(jobId)}/events`, { params: { after } });
  give = (jobId: string, body: GiveCommand): Observable<CommandReply> =>
    this.http.post<CommandReply>(`/api/jobs/${encodeURIComponent(jobId)}/commands`, body);
  missingCommands = (commandIds: string[]): Observable<MissingCommandsReply> =>
    this.http.post<MissingCommandsReply>('/api/commands/missing', { commandIds });
  knowledge = (): Observable<KnowledgeReply> => this.http.get<KnowledgeReply>('/api/knowledge');
  diagnosis = (): Observable<DiagnosisReply> => this.http.get<DiagnosisReply>('/api/diagnosis');
  saveEdition = (body: SaveEdition): Observable<{ version: number }> => this.http.post<{ version: number }>('/api/diagnosis', body);
  oldEdition = (about: About, version: number): Observable<DiagnosisKnowledge> =>
    this.http.get<DiagnosisKnowledge>(`/api/diagnosis/${about}/${version}`);
  dock = (): Observable<DockReply> => this.http.get<DockReply>('/api/dock');
  selfReport = (bay: string): Observable<{ text: string }> =>
    this.http.get<{ text: string }>(`/api/dock/bays/${encodeURIComponent(bay)}/self-report`);
  startRun = (bay: string, body: StartRun): Observable<DockRun> =>
    this.http.post<DockRun>(`/api/dock/bays/${encodeURIComponent(bay)}/runs`, body);
  run = (runId: string): Observable<DockRun> => this.http.get<DockRun>(`/api/dock/runs/${encodeURIComponent(runId)}`);
  stopRun = (runId: string): Observable<DockRun> => this.http.post<DockRun>(`/api/dock/runs/${encodeURIComponent(runId)}/stop`, {});
  pauseRun = (runId: string): Observable<DockRun> => this.http.post<DockRun>(`/api/dock/runs/${encodeURIComponent(runId)}/pause`, {});
  resumeRun = (runId: string): Observable<DockRun> => this.http.post<DockRun>(`/api/dock/runs/${encodeURIComponent(runId)}/resume`, {});
  runMap = (runId: string): Observable<{ text: string }> =>
    this.http.get<{ text: string }>(`/api/dock/runs/${encodeURIComponent(runId)}/map`);
  driveTable = (bay: string): Observable<DriveTableReply> =>
    this.http.get<DriveTableReply>(`/api/dock/bays/${encodeURIComponent(bay)}/table`);
  simulatedDrives = (): Observable<SimulatedDrives> => this.http.get<SimulatedDrives>('/api/dock/simulated/drives');
  putIn = (bay: string, driveId: string | null): Observable<DockReply> =>
    this.http.post<DockReply>(`/api/dock/simulated/bays/${encodeURIComponent(bay)}`, { driveId });
  shelf = (): Observable<ShelfReply> => this.http.get<ShelfReply>('/api/shelf');
  stockMoves = ({ kind, id }: ItemRef): Observable<StockEntriesReply> =>
    this.http.get<StockEntriesReply>(`/api/shelf/${kind}/${encodeURIComponent(id)}/moves`);
  moveStock = (body: MoveStock): Observable<MoveStockReply> => this.http.post<MoveStockReply>('/api/shelf/moves', body);
  putItems = (body: PutItems): Observable<{ put: number }> => this.http.post<{ put: number }>('/api/shelf/items', body);
  modelRecord = (modelId: string): Observable<ModelRecord> =>
    this.http.get<ModelRecord>(`/api/models/${encodeURIComponent(modelId)}/record`);
  modelAt = (modelId: string, version: number): Observable<MachineModel> =>
    this.http.get<MachineModel>(`/api/models/${encodeURIComponent(modelId)}/versions/${version}`);
  saveGuide = (body: SaveGuide): Observable<{ version: number }> => this.http.post<{ version: number }>('/api/models', body);
  settleCorrection = (jobId: string, seq: number, body: SettleCorrection): Observable<void> =>
    this.http.post<void>(`/api/corrections/${encodeURIComponent(jobId)}/${seq}`, body);
  setPolicy = (body: Policy): Observable<Policy> => this.http.post<Policy>('/api/policy', body);
  setPricing = (body: Pricing): Observable<Pricing> => this.http.post<Pricing>('/api/pricing', body);
  customers = (find: string): Observable<CustomersReply> => this.http.get<CustomersReply>('/api/customers', { params: { find } });
  keepSealed = (jobId: string, body: KeepSealed): Observable<CommandReply> =>
    this.http.post<CommandReply>(`/api/jobs/${encodeURIComponent(jobId)}/sealed`, body);
  lookSealed = (jobId: string, noteId: string, commandId: string): Observable<{ secret: string }> =>
    this.http.post<{ secret: string }>(`/api/jobs/${encodeURIComponent(jobId)}/sealed/${encodeURIComponent(noteId)}/look`, { commandId });
  destroySealed = (jobId: string, noteId: string, commandId: string): Observable<CommandReply> =>
    this.http.post<CommandReply>(`/api/jobs/${encodeURIComponent(jobId)}/sealed/${encodeURIComponent(noteId)}/destroy`, { commandId });
  offers = ({ kind, id }: ItemRef, quantity: number): Observable<{ offers: SupplierOffer[] }> =>
    this.http.get<{ offers: SupplierOffer[] }>('/api/offers', { params: { kind, id, quantity } });
  placeOrder = (jobId: string, body: PlaceOrder): Observable<CommandReply> =>
    this.http.post<CommandReply>(`/api/jobs/${encodeURIComponent(jobId)}/orders`, body);
  endOrder = (jobId: string, orderId: string, how: 'cancel' | 'return', why: string): Observable<CommandReply> =>
    this.http.post<CommandReply>(`/api/jobs/${encodeURIComponent(jobId)}/orders/${encodeURIComponent(orderId)}/${how}`, {
      commandId: newId(),
      why,
    });
  ledger = (query: Readonly<Record<string, string | number | boolean>>): Observable<LedgerReply> =>
    this.http.get<LedgerReply>('/api/ledger', { params: query });
  history = (serial: string): Observable<LedgerReply> => this.http.get<LedgerReply>(`/api/ledger/history/${encodeURIComponent(serial)}`);
  figures = (from: string, to: string): Observable<FiguresReply> =>
    this.http.get<FiguresReply>('/api/ledger/figures', { params: { from, to } });
  jobOfNumber = (number: number): Observable<{ jobId: string }> => this.http.get<{ jobId: string }>(`/api/job-numbers/${number}`);
  bringInJob = (text: string): Observable<BringInJobReply> =>
    this.http.post<BringInJobReply>('/api/job-documents', text, { headers: { 'Content-Type': 'text/plain' } });
  keepPhoto = (photo: Blob): Observable<PhotoReply> =>
    this.http.post<PhotoReply>('/api/photos', photo, { headers: { 'Content-Type': 'image/jpeg' } });
  bringIn = (text: string): Observable<{ imported: string }> => this.http.post<{ imported: string }>('/api/imports', { text });
}

/** What went wrong with a request, in a sentence. `away`: nobody answered; the same request may go through later. */
export interface RequestFault {
  readonly away: boolean;
  readonly signedOut: boolean;
  /** HTTP's; 0: nobody answered. */
  readonly status: number;
  readonly code: string;
  readonly sentence: string;
  readonly fields: { path: string; message: string }[];
}

export function faultOf(error: unknown): RequestFault {
  if (error instanceof HttpErrorResponse) {
    const problem = problemIn(error.error);
    const away = error.status === 0 || error.status >= 500 || error.status === 429;
    if (problem)
      return {
        away,
        signedOut: error.status === 401 && problem.code === 'not-signed-in',
        status: error.status,
        code: problem.code,
        sentence: problem.detail,
        fields: problem.fields ?? [],
      };
    return {
      away: true,
      signedOut: false,
      status: error.status,
      code: 'away',
      sentence: 'The server does not answer. What you did is kept here; try again in a moment.',
      fields: [],
    };
  }
  throw error;
}

function problemIn(body: unknown): Problem | null {
  if (body !== null && typeof body === 'object' && 'detail' in body && 'code' in body) return body as Problem;
  if (typeof body !== 'string' || !body.startsWith('{')) return null;
  try {
    return problemIn(JSON.parse(body));
  } catch {
    return null;
  }
}
