import type { MachineModel } from '../../hardware/index.js';
import { tellGuide, type ToldStep, type ToldWay } from './told.js';

interface Thing {
  readonly '@type': string;
  readonly [property: string]: unknown;
}

/**
 * The guide as linked data: a HowTo for each slot, after schema.org's HowTo, HowToSection, HowToStep,
 * HowToDirection and HowToTip; times as ISO 8601 durations.
 */
export function guideHowTo(model: MachineModel): {
  readonly '@context': 'https://schema.org';
  readonly '@graph': readonly Thing[];
} {
  const told = tellGuide(model);
  return {
    '@context': 'https://schema.org',
    '@graph': told.ways.map((way) => ({
      '@type': 'HowTo',
      name: `${told.title}: ${way.title}`,
      description: told.head.join(' '),
      version: String(model.guide.version),
      totalTime: duration(way.minutes),
      tool: way.tools.map((name) => ({ '@type': 'HowToTool', name })),
      step: [...cautionSection(told.cautions, told.hazards), ...sections(way)],
    })),
  };
}

const sections = (way: ToldWay): Thing[] =>
  way.legs
    .filter(({ steps }) => steps.length > 0)
    .map(({ name, steps }, at) => ({
      '@type': 'HowToSection',
      name,
      position: at + 2,
      itemListElement: steps.map(stepOf),
    }));

function cautionSection(cautions: readonly string[], hazards: readonly string[]): Thing[] {
  const tips = [...cautions, ...hazards].map((text) => ({ '@type': 'HowToTip', text }));
  return [
    {
      '@type': 'HowToSection',
      name: 'Before you open it',
      position: 1,
      itemListElement: [{ '@type': 'HowToStep', position: 1, name: 'Cautions', itemListElement: tips }],
    },
  ];
}

const stepOf = (step: ToldStep, at: number): Thing => ({
  '@type': 'HowToStep',
  position: at + 1,
  name: step.title,
  timeRequired: duration(step.minutes),
  itemListElement: [
    ...[step.title, ...step.lines].map((text) => ({ '@type': 'HowToDirection', text })),
    ...(step.caution ? [{ '@type': 'HowToTip', text: step.caution }] : []),
  ],
});

/** `PT1H5M30S` */
function duration(minutes: number): string {
  const seconds = Math.round(minutes * 60);
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60), seconds % 60];
  return `PT${h > 0 ? `${h}H` : ''}${m > 0 ? `${m}M` : ''}${s > 0 || seconds === 0 ? `${s}S` : ''}`;
}
