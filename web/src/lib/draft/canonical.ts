/** The same value always gives the same text, whatever the order of members; what is left out and null are alike. */
export function canonical(value: unknown): string {
  return JSON.stringify(value, (_, v) =>
    v && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(
          Object.entries(v)
            .filter(([, m]) => m != null)
            .sort(([a], [b]) => (a < b ? -1 : 1)),
        )
      : v,
  );
}
