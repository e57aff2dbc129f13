import type { InjectionKey, Ref } from 'vue';

/** The label of a form field, provided to the control inside it. */
export const FIELD_LABEL: InjectionKey<Readonly<Ref<string>>> = Symbol('field label');
