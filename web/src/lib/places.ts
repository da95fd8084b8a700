/** A place of the program: its address, its name, and the addresses that belong to it. */
export interface Place {
  to: string;
  name: string;
  /** Beginnings of the addresses of its pages. */
  pages: readonly string[];
}

/** The places in the order of the work: before class, on the mat, after it. */
export const places: readonly Place[] = [
  { to: '/', name: 'Today', pages: [] },
  { to: '/log', name: 'Log', pages: ['/log', '/clock', '/tag'] },
  { to: '/rolls', name: 'Rolls', pages: ['/rolls', '/sessions', '/matches'] },
  { to: '/game', name: 'Game', pages: ['/game', '/soft-spots', '/ground-map', '/rings', '/patterns', '/ratings'] },
  { to: '/block', name: 'Drill', pages: ['/drill', '/block', '/tonight', '/load'] },
  { to: '/people', name: 'People', pages: ['/people', '/partners'] },
  { to: '/data', name: 'Data', pages: ['/data'] },
];

const named = (...names: string[]) => names.map((name) => places.find((p) => p.name === name)!);

/** What the bar at the foot of a phone has; the log stands in the middle. */
export const barPlaces: readonly Place[] = named('Today', 'Rolls', 'Log', 'Game', 'Drill');

/** What is behind "More" there. */
export const morePlaces: readonly Place[] = [
  { to: '/clock', name: 'Round clock', pages: ['/clock'] },
  { to: '/matches', name: 'Matches', pages: ['/matches'] },
  ...places.filter((p) => !barPlaces.includes(p)),
];

/** Whether an address is a page of the place. */
export function isAt(place: Place, address: string): boolean {
  if (place.to === '/') return address === '/';
  return place.pages.some((page) => address === page || address.startsWith(`${page}/`));
}

/** The pages of *Game*, and what each answers. */
export const gamePages = [
  {
    to: '/soft-spots',
    name: 'Soft spots',
    says: 'Where you lose most, where getting better pays, what earns you most.',
  },
  { to: '/ground-map', name: 'Ground map', says: 'Where your rounds go, and by which ways.' },
  { to: '/patterns', name: 'Patterns', says: 'Chains, traps and trades that come back.' },
  { to: '/rings', name: 'Growth rings', says: 'The weeks one by one: what grew, and when.' },
  { to: '/ratings', name: 'My own ratings', says: 'What you think of yourself, beside what the log says.' },
] as const;

/** The pages of *Log*. */
export const logPages = [
  { to: '/log', name: 'After class' },
  { to: '/clock', name: 'Round clock' },
  { to: '/tag', name: 'Tag a video' },
] as const;

/** The pages of *Data*. */
export const dataPages = [
  { to: '/data', name: 'In, out, safe' },
  { to: '/data/bring', name: 'Spreadsheet or diary' },
  { to: '/data/coach', name: 'For my coach' },
  { to: '/data/phone', name: 'On my phone' },
] as const;

/** The pages of *Drill*. */
export const drillPages = [
  { to: '/block', name: 'Block' },
  { to: '/tonight', name: 'Tonight' },
  { to: '/block/choose', name: 'Choose' },
  { to: '/load', name: 'Load and niggles' },
] as const;
