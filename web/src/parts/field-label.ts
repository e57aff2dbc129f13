import type { InjectionKey, Ref } from 'vue';

/** What a field of a form is called, for what stands in it. */
export const FIELD_LABEL: InjectionKey<Readonly<Ref<string>>> = Symbol('field label');
