// Prints the timing in the languages of the players, and lays out all players. Usage: node main.mjs LIBRARIES [--check]
// LIBRARIES: a folder with node_modules/typescript and node_modules/prettier. With --check nothing is written; what differs is told, with
// exit code 1. Where a language's formatter is missing only what stands there is compared, not how; what is new is written as it is printed.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { dirname, extname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

import { Dart } from './dart.mjs';
import { Kotlin } from './kotlin.mjs';
import { layOut } from './layout.mjs';
import { read } from './read.mjs';
import { JavaScript, TypeScript } from './script.mjs';
import { Swift } from './swift.mjs';

const exporters = join(dirname(fileURLToPath(import.meta.url)), '../../src/export');
const [, , folder, mode] = process.argv;
const libraries = resolve(folder);
const source = readFileSync(join(exporters, 'timing/launch_timing.ts'), 'utf8');
const printed = new Map([
  ['android/player/LaunchTiming.kt', Kotlin], ['ios/player/LaunchTiming.swift', Swift], ['flutter/player/launch_timing.dart', Dart],
  ['react_native/player/launchTiming.ts', TypeScript], ['web/player/launch-timing.js', JavaScript],
]);

const players = readdirSync(exporters, { withFileTypes: true }).filter((it) => it.isDirectory()).flatMap(({ name }) => {
  const list = readdirSync(join(exporters, name), { withFileTypes: true }).some((it) => it.name === 'player');
  return list ? readdirSync(join(exporters, name, 'player')).sort().map((it) => `${name}/player/${it}`) : [];
});
/** Without how it is laid out: lines, the stars of notes, and commas that only broken lists have. */
const bare = (text) => text.replace(/^\s*(\/\*\*|\*\/|\*(?=\s|$)|\/\/\/)/gm, '').replace(/\*\//g, '').replace(/[\s,]/g, '');

const there = new Map(players.map((path) => [path, readFileSync(join(exporters, path), 'utf8')]));
const wanted = new Map(players.map((path) => {
  const Language = printed.get(path);
  return [path, Language ? new Language(read(source, libraries)).print() : there.get(path)];
}));
let different = 0;
const unknown = new Set();
for (const [path, text] of await layOut(wanted, libraries)) {
  const isSame = text === null ? bare(wanted.get(path)) === bare(there.get(path)) : text === there.get(path);
  if (text === null) unknown.add(extname(path));
  if (mode === '--check' && !isSame) {
    console.log(`${path} is not what the source and its formatter give; run tools/print_timing/main.mjs`);
    different++;
  } else if (mode !== '--check' && !isSame) {
    writeFileSync(join(exporters, path), text ?? wanted.get(path));
  }
}
if (unknown.size > 0) console.log(`no formatter for ${[...unknown].join(', ')}`);
if (mode === '--check') console.log(`${players.length - different} of ${players.length} players are as printed and laid out`);
process.exit(different > 0 ? 1 : 0);
