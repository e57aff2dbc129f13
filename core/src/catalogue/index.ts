export * from './contexts.ts';
