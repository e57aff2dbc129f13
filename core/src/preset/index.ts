export { writePreset, type PresetFile } from './write.ts';
export { KEYSET_FILE_VERSION, KeysetFile, keysetFile, planKeysetFile, type FilePlan } from './keyset-file.ts';
