import { COMMON_STYLES, localeTags } from '$lib/server/records';

export const load = () => ({ common: COMMON_STYLES, locales: localeTags() });
