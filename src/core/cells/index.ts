export * from './reading';
export * from './health';
