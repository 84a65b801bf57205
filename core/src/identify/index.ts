export * from './knowledge.js';
export { bitsOf, narrow, type Candidate as IdentifyCandidate, type Narrowed, type Seen as SeenOnThing } from './narrow.js';
export { shippedIdentify } from './shipped/index.js';
