import type { MachineModel } from '../../hardware/index.js';
import { sayMinutes } from '../../units/index.js';
import { printPages, type Paper, type Printed, type Sheet, type Typeface } from '../../sheets/index.js';
import { tellGuide } from './told.js';

/** The guide as printed pages of words; the screw places are the mat's (`drawMat`). */
export function guideSheets(model: MachineModel, paper: Paper, face: Typeface): Sheet[] {
  const told = tellGuide(model);
  const printed: Printed[] = [];
  const put = (text: string, size = 3.5, indentMm = 0, keep = false) =>
    void printed.push({ cells: [{ text, atMm: indentMm }], size, keep });
  put(told.title, 6.5, 0, true);
  for (const line of told.head) put(line);
  put('Cautions', 4.6, 0, true);
  for (const line of told.cautions) put(`! ${line}`);
  if (told.hazards.length > 0) put('Screws not to be swapped', 4.6, 0, true);
  for (const line of told.hazards) put(`! ${line}`);
  for (const way of told.ways) {
    put(`${way.title}: about ${sayMinutes(way.minutes)}`, 5.4, 0, true);
    put(`Tools: ${way.tools.join(', ') || 'none'}`);
    for (const { name, steps } of way.legs) {
      if (steps.length > 0) put(name, 4.6, 0, true);
      steps.forEach((step, at) => {
        put(`${at + 1}. ${step.title}  (${sayMinutes(step.minutes)})`, 4, 0, true);
        for (const line of step.lines) put(line, 3.5, 6);
        if (step.caution) put(`! ${step.caution}`, 3.5, 6);
      });
    }
  }
  return printPages(
    printed,
    paper,
    face,
    (at, of) => `${told.title}, guide version ${model.guide.version}, page ${at} of ${of}`,
  );
}
