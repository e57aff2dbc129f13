export { writePreset, type PresetFile } from './write.ts';
