/** The computation behind Petrichor: no interface, no clock, no I/O. */
export * from './diagnose/index.js';
export * from './fit/index.js';
export * from './formats/index.js';
export * from './hardware/index.js';
export * from './identify/index.js';
export * from './job/index.js';
export * from './prove/index.js';
export * from './quote/index.js';
export * from './ledger/index.js';
export * from './papers/index.js';
export * from './shelf/index.js';
export * from './standards/index.js';
export * from './teardown/index.js';
export * from './move/index.js';
export * from './units/index.js';
export * from './sheets/index.js';
