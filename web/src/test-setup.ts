// Dates and numbers follow the browser's language: in tests it is always the same one.
Object.defineProperty(navigator, 'language', { value: 'en-GB', configurable: true });
