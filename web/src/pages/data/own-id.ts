/** An id for something the owner added: its name in lower-case words joined by hyphens, marked as own. */
export function idFrom(name: string): string {
  const words = name
    .normalize('NFD')
    .toLowerCase()
    .replace(/[\u0300-\u036f]/g, '')
    .match(/[a-z0-9]+/g);
  return ['own', ...(words ?? [])].join('-');
}
