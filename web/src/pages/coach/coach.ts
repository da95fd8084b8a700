import type { CoachPart } from '../../lib/api/types.ts';

/** The parts of the page in their order, with what to call them where they are chosen. */
export const coachParts: readonly { part: CoachPart; name: string }[] = [
  { part: 'rounds', name: 'the last weeks' },
  { part: 'partners', name: 'partners' },
  { part: 'soft-spots', name: 'soft spots' },
  { part: 'levers', name: 'levers' },
  { part: 'block', name: 'my drill block' },
  { part: 'moments', name: 'three moments' },
  { part: 'question', name: 'my question' },
];

/** What the owner wants on the page; kept on the device. */
export interface CoachWish {
  weeks: number;
  parts: readonly CoachPart[];
  initials: boolean;
  question: string;
}

export const usualWish: CoachWish = {
  weeks: 8,
  parts: coachParts.map((p) => p.part),
  initials: false,
  question: '',
};

/** A wish as the program asks for it. */
export const queryOf = (wish: CoachWish) => ({
  weeks: String(wish.weeks),
  parts: wish.parts.join(','),
  initials: wish.initials,
  question: wish.question,
});

/** The same as it stands in an address. */
export const addressOf = (wish: CoachWish): string =>
  new URLSearchParams(Object.entries(queryOf(wish)).map(([name, value]) => [name, String(value)])).toString();
