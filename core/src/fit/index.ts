export * from './finding.js';
export * from './link.js';
export * from './rank.js';
export type { Need, Rule } from './rule.js';
export { RULES } from './rules/index.js';
export { heightParts } from './rules/height.js';
export * from './verdict.js';
