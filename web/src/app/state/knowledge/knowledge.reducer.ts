import type { KnowledgeReply } from '@petrichor/api';
import { learn, shippedDiagnosis, withLearned, type LearnedEdition } from '@petrichor/core/diagnose';
import type { Drive, MachineModel, Part } from '@petrichor/core/hardware';
import type { Knowledge, CompanionCase } from '@petrichor/core/job';
import { type Pricing, USUAL_PRICING } from '@petrichor/core/quote';
import { type Policy, USUAL_POLICY } from '@petrichor/core/teardown';
import {
  createActionGroup,
  createFeatureSelector,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';

export const KnowledgeActions = createActionGroup({
  source: 'Knowledge',
  events: {
    wanted: emptyProps(),
    told: props<{ reply: KnowledgeReply }>(),
    failed: props<{ sentence: string }>(),
  },
});

export interface KnowledgeState {
  /** The version that this is, for whoever asks what changed since; null: nothing is known yet. */
  readonly version: string | null;
  readonly models: MachineModel[];
  readonly drives: Drive[];
  readonly parts: Part[];
  readonly policy: Policy;
  readonly pricing: Pricing;
  /** What jobs here have shown about companions, the latest first. */
  readonly companionCases: CompanionCase[];
  /** What diagnosis knows, with what the workshop's jobs have taught. */
  readonly diagnosis: { readonly before: LearnedEdition; readonly after: LearnedEdition };
  readonly loaded: boolean;
  readonly failed: string | null;
}

export const knowledgeReducer = createReducer<KnowledgeState>(
  {
    version: null,
    models: [],
    drives: [],
    parts: [],
    policy: USUAL_POLICY,
    pricing: USUAL_PRICING,
    companionCases: [],
    diagnosis: { before: learn(shippedDiagnosis('before'), []), after: learn(shippedDiagnosis('after'), []) },
    loaded: false,
    failed: null,
  },
  on(KnowledgeActions.told, (state, { reply }): KnowledgeState => {
    const { version, since, drives, parts } = reply;
    // Changes of another version than what is here have nothing to stand on: what came meanwhile is newer.
    if (since !== null && since !== state.version) return state;
    return {
      version,
      models: reply.models ?? state.models,
      policy: reply.policy ?? state.policy,
      pricing: reply.pricing ?? state.pricing,
      companionCases: reply.companionCases ?? state.companionCases,
      diagnosis: reply.diagnosis ?? state.diagnosis,
      drives: since === null ? drives : withChanged(state.drives, drives),
      parts: since === null ? parts : withChanged(state.parts, parts),
      loaded: true,
      failed: null,
    };
  }),
  on(KnowledgeActions.failed, (state, { sentence }): KnowledgeState => ({ ...state, failed: sentence })),
);

/**
 * Those that changed in their places, new ones in the order of their ids; the same list where nothing did.
 */
function withChanged<T extends { readonly id: string }>(all: T[], changed: readonly T[]): T[] {
  if (changed.length === 0) return all;
  const byId = new Map(all.map((one) => [one.id, one]));
  for (const one of changed) byId.set(one.id, one);
  return byId.size === all.length
    ? [...byId.values()]
    : [...byId.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
}

export const selectKnowledgeState = createFeatureSelector<KnowledgeState>('knowledge');
export const selectModels = createSelector(selectKnowledgeState, ({ models }) => models);
export const selectDrives = createSelector(selectKnowledgeState, ({ drives }) => drives);
export const selectParts = createSelector(selectKnowledgeState, ({ parts }) => parts);
export const selectPolicy = createSelector(selectKnowledgeState, ({ policy }) => policy);
export const selectPricing = createSelector(selectKnowledgeState, ({ pricing }) => pricing);
export const selectCompanionCases = createSelector(
  selectKnowledgeState,
  ({ companionCases }) => companionCases,
);
export const selectLearned = createSelector(selectKnowledgeState, ({ diagnosis }) => diagnosis);
const selectDiagnosis = createSelector(selectLearned, ({ before, after }) => ({
  before: withLearned(before),
  after: withLearned(after),
}));
/** The same look-ups that the server gives to the core. */
export const selectKnowledge = createSelector(
  selectModels,
  selectDrives,
  selectParts,
  selectDiagnosis,
  selectPolicy,
  selectPricing,
  (models, drives, parts, diagnosis, policy, pricing): Knowledge => {
    const modelById = new Map(models.map((model) => [model.id, model]));
    const driveById = new Map(drives.map((drive) => [drive.id, drive]));
    return {
      model: (id) => modelById.get(id),
      drive: (id) => driveById.get(id),
      parts: () => parts,
      diagnosis: (about) => diagnosis[about],
      policy: () => policy,
      pricing: () => pricing,
    };
  },
);
