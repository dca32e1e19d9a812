// Writes THIRD-PARTY-NOTICES.md from the packages' own metadata; with --check it only tells whether it is current.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const out = join(root, 'THIRD-PARTY-NOTICES.md');

/** The packages the server ships with, as its last restore resolved them. */
function nuget() {
  const assets = JSON.parse(readFileSync(join(root, 'src/InkBasin.Server/obj/project.assets.json'), 'utf8'));
  const folders = Object.keys(assets.packageFolders);
  const target = Object.values(assets.targets)[0];
  return Object.entries(target)
    .filter(([, library]) => library.type === 'package' && Object.keys(library.runtime ?? {}).some((file) => !file.endsWith('_._')))
    .map(([key]) => {
      const [name, version] = key.split('/');
      const path = assets.libraries[key].path;
      const folder = folders.find((one) => existsSync(join(one, path)));
      const spec = folder === undefined ? '' : readFileSync(join(folder, path, `${name.toLowerCase()}.nuspec`), 'utf8');
      const tag = (word) => new RegExp(`<${word}[^>]*>([^<]*)</${word}>`).exec(spec)?.[1].trim();
      return { name, version, licence: tag('license') ?? 'see the package', by: tag('copyright') ?? tag('authors') ?? '' };
    });
}

/** The npm packages bundled into the web application: the lock file's, less those for development. */
function npm() {
  const web = join(root, 'src/web');
  const lock = JSON.parse(readFileSync(join(web, 'package-lock.json'), 'utf8'));
  return Object.entries(lock.packages)
    .filter(([path, entry]) => path !== '' && !entry.dev && !entry.devOptional && !entry.optional && !entry.peer)
    .map(([path, entry]) => {
      const own = JSON.parse(readFileSync(join(web, path, 'package.json'), 'utf8'));
      const author = typeof own.author === 'string' ? own.author : own.author?.name;
      // Addresses say nothing about the licence and would go stale.
      const by = (author ?? '').replace(/\s*[<(][^>)]*[>)]/g, '').trim();
      return { name: own.name, version: entry.version, licence: own.license ?? 'see the package', by };
    });
}

function table(packages) {
  const rows = packages
    .sort((a, b) => a.name.localeCompare(b.name, 'en') || a.version.localeCompare(b.version, 'en'))
    .filter((one, i, all) => i === 0 || one.name !== all[i - 1].name || one.version !== all[i - 1].version)
    .map(({ name, version, licence, by }) => `| ${name} | ${version} | ${licence} | ${by.replace(/\|/g, '/').replace(/\s+/g, ' ')} |`);
  return ['| package | version | licence | by |', '| --- | --- | --- | --- |', ...rows].join('\n');
}

const text = `# Third-party notices

Ink Basin ships with these packages, each under its own licence. Written by tools/notices.mjs from the packages' metadata.

## Server

${table(nuget())}

## Web application

${table(npm())}

## Faces of the papers

Their licences lie beside them in src/InkBasin.Formats/Fonts.

| face | licence | by |
| --- | --- | --- |
| Atkinson Hyperlegible Next | OFL-1.1 | The Atkinson Hyperlegible Next Project Authors |
| Noto Sans, Greek and Cyrillic | OFL-1.1 | The Noto Project Authors |
`;

if (process.argv.includes('--check')) {
  if (!existsSync(out) || readFileSync(out, 'utf8') !== text) {
    console.error("THIRD-PARTY-NOTICES.md is not current: run 'node tools/notices.mjs'.");
    process.exit(1);
  }
} else {
  writeFileSync(out, text);
}
