import type { KnowledgeReply } from '@petrichor/api';
import { learn, shippedDiagnosis, withLearned, type LearnedEdition } from '@petrichor/core/diagnose';
import type { Drive, MachineModel, Part } from '@petrichor/core/hardware';
import type { Knowledge, CompanionCase } from '@petrichor/core/job';
import { type Pricing, USUAL_PRICING } from '@petrichor/core/quote';
import { type Policy, USUAL_POLICY } from '@petrichor/core/teardown';
import { createActionGroup, createFeatureSelector, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';

export const KnowledgeActions = createActionGroup({
  source: 'Knowledge',
  events: { wanted: emptyProps(), told: props<{ reply: KnowledgeReply }>(), failed: props<{ sentence: string }>() },
});

export interface KnowledgeState {
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
  on(KnowledgeActions.told, (_, { reply }): KnowledgeState => ({ ...reply, loaded: true, failed: null })),
  on(KnowledgeActions.failed, (state, { sentence }): KnowledgeState => ({ ...state, failed: sentence })),
);

export const selectKnowledgeState = createFeatureSelector<KnowledgeState>('knowledge');
export const selectModels = createSelector(selectKnowledgeState, ({ models }) => models);
export const selectDrives = createSelector(selectKnowledgeState, ({ drives }) => drives);
export const selectParts = createSelector(selectKnowledgeState, ({ parts }) => parts);
export const selectPolicy = createSelector(selectKnowledgeState, ({ policy }) => policy);
export const selectPricing = createSelector(selectKnowledgeState, ({ pricing }) => pricing);
export const selectCompanionCases = createSelector(selectKnowledgeState, ({ companionCases }) => companionCases);
export const selectLearned = createSelector(selectKnowledgeState, ({ diagnosis }) => diagnosis);
const selectDiagnosis = createSelector(selectLearned, ({ before, after }) => ({ before: withLearned(before), after: withLearned(after) }));
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
