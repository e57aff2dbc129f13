import { ref, shallowRef } from 'vue';
import { US, type Layout } from '@crib/core/keys';

/** The layouts that learners have: the one in hand, and those that the address names besides. */
export const layoutsInHand = shallowRef<readonly Layout[]>([US]);

/** The interface language in hand; null is the catalogue's own. */
export const languageInHand = ref<string | null>(null);
/** The platform that the address names, if any. */
export const platformInHand = ref('');
