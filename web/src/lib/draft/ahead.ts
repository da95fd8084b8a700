/**
 * What was entered and is still on its way into the browser's database. That way is asynchronous, and a page that is
 * closed or loaded again at this very moment cuts it off; local storage is written before the next line runs. What is
 * found there when a page starts was cut off, and is carried over.
 */
const prefix = 'ash-notch ahead ';

export type Shelf = 'drafts' | 'kept';

/** Writes ahead and answers what takes it away again once the database has it. */
export function writeAhead(shelf: Shelf, name: string, value: unknown): () => void {
  const key = `${prefix}${shelf} ${name}`;
  const text = JSON.stringify(value);
  try {
    localStorage.setItem(key, text);
  } catch {
    // No room or forbidden: then the database alone has to do.
    forget(shelf, name);
  }
  return () => {
    try {
      if (localStorage.getItem(key) === text) localStorage.removeItem(key);
    } catch {
      // Forbidden: nothing was written.
    }
  };
}

export function forget(shelf: Shelf, name: string): void {
  try {
    localStorage.removeItem(`${prefix}${shelf} ${name}`);
  } catch {
    // Forbidden: nothing was written.
  }
}

/** What was cut off, by shelf and name. */
export function cutOff(): { shelf: Shelf; name: string; value: unknown }[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(prefix))
      .flatMap((key) => {
        const [shelf, ...name] = key.slice(prefix.length).split(' ');
        try {
          return [{ shelf: shelf as Shelf, name: name.join(' '), value: JSON.parse(localStorage.getItem(key)!) }];
        } catch {
          localStorage.removeItem(key);
          return [];
        }
      });
  } catch {
    return [];
  }
}
