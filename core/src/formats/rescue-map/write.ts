import type { RescueMap } from '../../hardware/index.js';

const SIGNS = ['?', '*', '/', '-', '+'];
const STATUS_SIGN: Readonly<Record<RescueMap['status'], string>> = {
  copying: '?',
  trimming: '*',
  scraping: '/',
  retrying: '-',
  filling: 'F',
  generating: 'G',
  finished: '+',
};

/** The map as GNU ddrescue reads it (its manual, 'Mapfile structure'). */
export function writeRescueMap(map: RescueMap): string {
  const lines = [
    '# Mapfile. Written by Petrichor',
    '# current_pos  current_status  current_pass',
    `${hex(map.currentPosition)}     ${STATUS_SIGN[map.status]}               ${map.pass}`,
    '#      pos        size  status',
  ];
  for (let at = 0; at < map.starts.length; at++)
    lines.push(`${hex(map.starts[at]!)}  ${hex(map.sizes[at]!)}  ${SIGNS[map.states[at]!]}`);
  return `${lines.join('\n')}\n`;
}

const hex = (value: number): string => `0x${value.toString(16).toUpperCase().padStart(8, '0')}`;
