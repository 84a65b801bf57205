import type { MachineModel } from '../../hardware/index.js';
import { sayMinutes } from '../../units/index.js';
import { tellGuide } from './told.js';

/** The guide as a Markdown document (CommonMark): to read, print or keep beside code. */
export function guideMarkdown(model: MachineModel): string {
  const told = tellGuide(model);
  const lines = [
    `# ${escape(told.title)}`,
    '',
    ...told.head.map((line) => `- ${escape(line)}`),
    '',
    '## Cautions',
    '',
    ...told.cautions.map((line) => `- **${escape(line)}**`),
    ...(told.hazards.length > 0
      ? ['', '## Screws not to be swapped', '', ...told.hazards.map((line) => `- ${escape(line)}`)]
      : []),
  ];
  for (const way of told.ways) {
    lines.push(
      '',
      `## ${escape(way.title)}`,
      '',
      `About ${sayMinutes(way.minutes)}. Tools: ${escape(way.tools.join(', ')) || 'none'}.`,
    );
    for (const { name, steps } of way.legs) {
      if (steps.length === 0) continue;
      lines.push('', `### ${name}`, '');
      steps.forEach((step, at) => {
        lines.push(`${at + 1}. **${escape(step.title)}** (${sayMinutes(step.minutes)})`);
        for (const line of step.lines) lines.push(`   - ${escape(line)}`);
        if (step.caution) lines.push(`   - **Caution: ${escape(step.caution)}**`);
      });
    }
  }
  return `${lines.join('\n')}\n`;
}

/** Characters that Markdown would read as its own, and line breaks. */
const escape = (text: string): string => text.replace(/\s+/g, ' ').replace(/([\\`*_{}[\]<>#|])/g, '\\$1');
