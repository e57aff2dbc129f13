export { writePreset, type PresetFile } from './write.ts';
export { STACK_FILE_VERSION, StackFile, stackFile, planStackFile, type FilePlan } from './stack-file.ts';
