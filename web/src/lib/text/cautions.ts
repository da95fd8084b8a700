import { ground } from '../log/ground.svelte.ts';

/** What is said beside a technique of this care: only what hurts before it is felt, or is barred nearly everywhere. */
export const cautionOf = (care: string | null | undefined): string | undefined =>
  care === 'twist' || care === 'neck' ? ground.words?.cautions?.find((c) => c.cares?.includes(care))?.says : undefined;
