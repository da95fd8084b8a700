import { describe, expect, it } from 'vitest';
import type { SpotAnswer } from '../../lib/api/types.ts';
import { firstAnswer } from './first-answer.ts';

const spot = (over: Partial<SpotAnswer> = {}): SpotAnswer => ({
  position: 'half-guard',
  role: 'bottom',
  family: 'half guard',
  gain: 0.025,
  gainLow: 0.018,
  gainHigh: 0.034,
  chanceTop3: 0.93,
  visits: 80,
  won: 6,
  lost: 66,
  rate: 0.2,
  rateLow: 0.12,
  rateHigh: 0.28,
  verdict: 'clear',
  evidence: {
    theirs: [{ technique: 'knee-cut', done: 40, stopped: 8, share: 0.5 }],
    mine: [{ technique: 're-guard', done: 4, stopped: 0, share: 0.7 }],
    held: 8,
    unsure: 2,
    onceMore: -0.3,
    more: '',
    contests: '',
  },
  ...over,
});
const say = (top: SpotAnswer, kind: 'spots' | 'levers' | 'heartwood' = 'spots', enough = true, second?: SpotAnswer) =>
  firstAnswer(
    top,
    second,
    kind,
    'submissions',
    enough,
    (s) => s.position,
    (id) => id,
  );

describe('the first answer', () => {
  it('says what, by what, how sure, worth what, and what would make it surer', () => {
    const { what, sure } = say(spot());
    expect(what).toBe(
      'What costs you most is half-guard: a peer gets the better of you there about 8 times in 10 (72 contests; could ' +
        'be 7 to 9 in 10), most of it by the knee-cut.',
    );
    expect(sure).toBe(
      'That it is among your first three is clear (9 in 10); winning back half of what is missing for your level is ' +
        'worth one tap in your favour in about 40 rolls (could be 30 to 55). More rolls will sharpen it only slowly: it can be acted on.',
    );
  });

  it('is careful when there is little, and says how much more it needs', () => {
    const { what, sure } = say(spot({ won: 1, lost: 4, verdict: 'a guess yet', chanceTop3: 0.3 }), 'spots', false);
    expect(what).toContain('So far it looks as if');
    expect(sure).toContain('a guess yet (3 in 10');
    expect(sure).toContain('About 7 more visits');
  });

  it('names the one close behind, and speaks of what is won where it is about that', () => {
    expect(say(spot({ verdict: 'likely' }), 'levers', true, spot({ position: 'mount' })).sure).toContain(
      'mount is close behind',
    );
    const { what, sure } = say(spot({ rate: 0.8, rateLow: 0.7, rateHigh: 0.9 }), 'heartwood');
    expect(what).toContain('you leave it better off about 8 times in 10');
    expect(what).toContain('re-guard');
    expect(sure).toContain('it earns one tap in your favour');
  });
});
