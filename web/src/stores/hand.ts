import { ref } from 'vue';

/** The interface language in hand; null is the catalogue's own. */
export const languageInHand = ref<string | null>(null);
/** The platform that the address names, if any. */
export const platformInHand = ref('');
