import { ground } from './ground.svelte.ts';
import { landings } from './roll-edit.ts';
import type { Leads } from './telling.ts';

/** What techniques are to a reading, by the ground with the owner's additions. */
export const leads: Leads = {
  to: (technique, actor) => landings(ground.technique(technique), actor),
  finishes: (technique) => ground.technique(technique)?.kind === 'submission',
};
