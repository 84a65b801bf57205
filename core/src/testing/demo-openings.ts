import { demoModels } from '../../../demo/src/workshop.js';
import type { MachineModel } from '../hardware/index.js';
import {
  checkOpening,
  OpeningCaseSchema,
  planOpening,
  type OpeningAnswer,
  type OpeningCase,
} from '../opening/index.js';

export const models = demoModels();
export const modelOf = (id: string): MachineModel => models.find((one) => one.id === id)!;
export const asked = (
  model: string,
  changes: readonly object[],
  own: Partial<Omit<OpeningCase, 'format' | 'model' | 'changes'>> = {},
): OpeningCase => OpeningCaseSchema.parse({ format: 'opening', model, changes, ...own });
export const planned = (one: OpeningCase): OpeningAnswer => {
  const answer = planOpening(one, modelOf(one.model as string));
  if (!answer.ok) throw new Error(answer.problem);
  return answer;
};
export const broken = (one: OpeningCase, answer = planned(one)) =>
  checkOpening(one, modelOf(one.model as string), answer).map(
    ({ rule, step, say }) => `${rule} at ${step}: ${say}`,
  );
