export * from './message';
