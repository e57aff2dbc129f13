export * from './contexts.ts';
export * from './language.ts';
