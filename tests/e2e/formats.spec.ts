import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { expect, test } from './program.ts';

// JSON Schema 2020-12, judged by an independent validator.
test('the export holds to the served schema, and what the schema refuses the import refuses too', async ({ demo }) => {
  const ajv = new Ajv2020({
    strict: true,
    strictTypes: false,
    strictRequired: false,
    allErrors: true,
  });
  (addFormats as unknown as (a: Ajv2020) => void)(ajv);
  const validate = ajv.compile(await demo.get<object>('/schemas/logbook-1.json'));
  type Json = { [name: string]: Json } & Json[];
  const book = await demo.get<Json>('/api/export/logbook.json');
  expect(validate(book), JSON.stringify(validate.errors?.slice(0, 3))).toBe(true);

  const spoils: ((b: Json) => unknown)[] = [
    (b) => delete (b as Record<string, unknown>).athlete,
    (b) => delete (b as Record<string, unknown>).sessions,
    (b) => Object.assign(b.athlete!, { belt: 'green' }),
    (b) => Object.assign(b.athlete!, { weightKg: 1000 }),
    (b) => Object.assign(b.sessions![0]!, { date: '2026-02-30' }),
    (b) => Object.assign(b.sessions![0]!, { startTime: 'noon' }),
    (b) => Object.assign(b.sessions![0]!, { effort: 11 }),
    (b) => Object.assign(b.blocks![0]!, { weeks: 9 }),
    (b) => Object.assign(b.blocks![0]!.focuses![0]!, { purpose: 'win' }),
    (b) => Object.assign(b.blocks![0]!.focuses![0]!.ladder![0]!, { kind: 'top' }),
    (b) => Object.assign(b.niggles![0]!, { part: 'tail' }),
    (b) => Object.assign(b.sessions!.flatMap((s) => s.rolls!).find((r) => r.goes)!.goes!, { rung: 40 }),
    (b) => Object.assign(b.sessions![0]!, { event: { length: 0 } }),
    (b) =>
      Object.assign(b.sessions![0]!.rolls![0]!, {
        result: { winner: 'me', by: 'luck' },
      }),
    (b) => Object.assign(b.sessions![0]!.rolls![0]!, { penalties: [{ clock: 3 }] }),
    (b) =>
      Object.assign(b.sessions![0]!.rolls![0]!.exchanges![0]!.moments![0]!, {
        held: 'long',
      }),
    (b) =>
      Object.assign(b, {
        rulesets: [{ id: 'shed', name: 'Shed rules', points: { backflip: 2 } }],
      }),
    (b) =>
      Object.assign(b, {
        rulesets: [{ id: 'shed', name: 'Shed rules', lengths: { green: 100 } }],
      }),
    (b) => Object.assign(b.sessions![0]!, { id: '' }),
    (b) => Object.assign(b.sessions![0]!.rolls![0]!, { intent: 'winning' }),
    (b) => Object.assign(b.sessions![0]!.rolls![0]!, { takeaways: [1] }),
    (b) =>
      Object.assign(b.sessions![0]!.rolls![0]!.exchanges![0]!, {
        end: { kind: 'tap' },
      }),
    (b) =>
      Object.assign(b.sessions![0]!.rolls![0]!.exchanges![0]!.moments![0]!, {
        clock: -1,
      }),
    (b) =>
      Object.assign(b.sessions![0]!.rolls![0]!.exchanges![0]!.moments![0]!, {
        outcome: 'maybe',
      }),
  ];
  for (const spoil of spoils) {
    const broken = structuredClone(book);
    spoil(broken);
    expect(validate(broken), spoil.toString()).toBe(false);
    expect((await demo.send('POST', '/api/import', broken)).status, spoil.toString()).toBe(422);
  }
});
