export * from './knowledge.js';
export { narrow, type Seen as SeenOnThing } from './narrow.js';
export { shippedIdentify } from './shipped/index.js';
