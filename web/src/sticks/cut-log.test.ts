import { describe, expect, it } from 'vitest';
import { cutLog, cutLogMeasure, finishKey, keyOf, lines, type Knot, type Road } from './cut-log.ts';

const spot = (position: string, role: 'top' | 'bottom' | 'even' = 'top') => ({ position, role });
const knot = (position: string, family: string, role: 'top' | 'bottom' | 'even', visits = 5, value = 0): Knot => ({
  spot: spot(position, role),
  family,
  visits,
  value,
});
const draw = (knots: Knot[], roads: Road[] = []) =>
  cutLog(
    knots,
    roads,
    () => 0,
    (id) => id,
  );
const at = (shape: ReturnType<typeof draw>, key: string) => shape.knots.find((k) => k.key === key)!;
const { width, height } = cutLogMeasure;

describe('the ground as a cut log', () => {
  const both = ['top', 'bottom'] as const;
  const season = [
    knot('standing', 'feet', 'even', 90),
    ...both.flatMap((role) => [
      knot('open-guard', 'open guard', role, 60),
      knot('half-guard', 'half guard', role, 70),
      knot('side-control', 'pin', role, 80, role === 'top' ? 0.3 : -0.3),
      knot('mount', 'mount', role, 40, role === 'top' ? 0.5 : -0.5),
      knot('back-control', 'back', role, 20, role === 'top' ? 0.8 : -0.8),
    ]),
  ];

  it('puts the owner on top above the middle, below under it, each over its own mirror, and even places on the line', () => {
    const shape = draw(season);
    for (const position of ['open-guard', 'half-guard', 'side-control', 'mount', 'back-control']) {
      const [top, bottom] = [at(shape, `${position}:top`), at(shape, `${position}:bottom`)];
      expect(top.y).toBeLessThan(height / 2);
      expect(top.x).toBeCloseTo(bottom.x, 1);
      expect(top.y + bottom.y).toBeCloseTo(height, 0);
    }
    expect(at(shape, 'standing:even').y).toBe(height / 2);
  });

  it('lies nearer to the heart the nearer a place is to a finish', () => {
    const shape = draw(season);
    const out = (key: string) => {
      const k = at(shape, key);
      return Math.hypot((k.x - width / 2) / width, (k.y - height / 2) / height);
    };
    const order = ['standing:even', 'open-guard:top', 'half-guard:top', 'side-control:top', 'mount:top'].map(out);
    expect(order).toEqual([...order].sort((a, b) => b - a));
    expect(out(finishKey(true))).toBeLessThan(order.at(-1)!);
  });

  it('grows a knot with its visits and shades it by what it is worth', () => {
    const shape = draw(season);
    expect(at(shape, 'standing:even').r).toBeGreaterThan(at(shape, 'back-control:top').r);
    expect(at(shape, 'back-control:top').value).toBe(1);
    expect(at(shape, 'back-control:bottom').value).toBe(-1);
  });

  it('stays inside the bark, without two knots on one place, at the most spots that are drawn', () => {
    const families = ['feet', 'open guard', 'half guard', 'pin', 'mount'];
    const many = Array.from({ length: 60 }, (_, i) =>
      knot(`p${i >> 1}`, families[(i >> 1) % 5]!, i % 2 ? 'top' : 'bottom', 60 - i),
    );
    const shape = draw(many);
    expect(shape.knots).toHaveLength(cutLogMeasure.most + 2);
    for (const a of shape.knots) {
      expect(((a.x - width / 2) / (width / 2)) ** 2 + ((a.y - height / 2) / (height / 2)) ** 2).toBeLessThan(1);
      for (const b of shape.knots) if (a !== b) expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(12);
    }
  });

  it('names every knot beside it, and no name lies on another when there is room', () => {
    const shape = draw(season);
    const boxes = shape.knots.map((k) => {
      const w = 6.7 * Math.max(...k.label.map((t) => t.length));
      const x = k.anchor === 'middle' ? k.labelX - w / 2 : k.anchor === 'start' ? k.labelX : k.labelX - w;
      return { x, y: k.labelY - 11, w, h: 14 * k.label.length };
    });
    boxes.forEach((a, i) =>
      boxes.slice(i + 1).forEach((b) => {
        const apart = a.x + a.w <= b.x || b.x + b.w <= a.x || a.y + a.h <= b.y || b.y + b.h <= a.y;
        expect(apart).toBe(true);
      }),
    );
  });

  it('draws roads between what is drawn, broader for more, finishes into their own half of the heart', () => {
    const road = (from: Road['from'], to: Road['to'], won: boolean, flow: number): Road => ({ from, to, won, flow });
    const shape = draw(season, [
      road(spot('half-guard', 'bottom'), spot('side-control', 'bottom'), false, 0.4),
      road(spot('mount'), null, true, 0.1),
      road(spot('mount', 'bottom'), null, false, 0.1),
      road(spot('mount'), spot('nowhere'), true, 9),
    ]);
    expect(shape.roads.map((r) => r.to)).toEqual(['side-control:bottom', finishKey(true), finishKey(false)]);
    expect(shape.roads[0]!.width).toBeGreaterThan(shape.roads[1]!.width);
    expect(shape.roads.every((r) => r.main && !r.path.includes('NaN'))).toBe(true);
  });

  it('has a key for every spot and parts long names', () => {
    expect(keyOf(spot('mount'))).toBe('mount:top');
    expect(lines('Mount')).toEqual(['Mount']);
    expect(lines('Reverse De La Riva')).toEqual(['Reverse', 'De La Riva']);
    expect(draw([]).roads).toEqual([]);
  });
});
