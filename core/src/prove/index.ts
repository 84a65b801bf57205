export * from './expected.js';
export * from './explain.js';
export * from './from-fio.js';
export * from './shown-size.js';
