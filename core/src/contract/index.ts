export * from './policy.ts';
export * from './entities.ts';
export * from './history.ts';
export * from './sheets.ts';
export * from './recipe.ts';
export * from './requests.ts';
export * from './editing.ts';
export * from './responses.ts';
