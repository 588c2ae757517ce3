export * from './reading';
