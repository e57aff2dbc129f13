export { writePreset, physical, type PresetFile, type PresetWish } from './write.ts';
export { recipeFrom } from './recipe-text.ts';
export { readPreset, saidIn, type ReadBinding, type ReadPreset } from './read.ts';
export { mergedPreset, type PresetChange, type MergedPreset } from './merge.ts';
export { planPreset, type PresetPlan } from './plan.ts';
export {
  benchWith,
  eventsOf,
  pressedOn,
  runSheet,
  strokeOn,
  type Bench,
  type BenchStep,
  type RunLine,
} from './bench.ts';
export { decoded, encoded, MOST_BYTES } from './encoding.ts';
export { STACK_FILE_VERSION, StackFile, stackFile, planStackFile, type FilePlan } from './stack-file.ts';
export * from './learned/index.ts';
