export * from './listing';
export * from './compare';
