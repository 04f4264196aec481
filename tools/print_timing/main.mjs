// Prints the timing in the languages of the players. Usage: node main.mjs LIBRARIES [--check]
// LIBRARIES: a folder with node_modules/typescript. With --check nothing is written; what differs is told, with exit code 1.
import { readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

import { inBlocks } from './blocks.mjs';
import { Dart } from './dart.mjs';
import { Kotlin } from './kotlin.mjs';
import { read } from './read.mjs';
import { JavaScript, TypeScript } from './script.mjs';
import { Swift } from './swift.mjs';

const exporters = join(dirname(fileURLToPath(import.meta.url)), '../../src/export');
const [, , libraries, mode] = process.argv;
const source = readFileSync(join(exporters, 'timing/launch_timing.ts'), 'utf8');
const printed = [
  ['android/player/LaunchTiming.kt', Kotlin], ['ios/player/LaunchTiming.swift', Swift], ['flutter/player/launch_timing.dart', Dart],
  ['react_native/player/launchTiming.ts', TypeScript], ['web/player/launch-timing.js', JavaScript],
];

let different = 0;
for (const [path, Language] of printed) {
  const text = inBlocks(new Language(read(source, resolve(libraries))).print());
  const file = join(exporters, path);
  if (mode === '--check') {
    if (readFileSync(file, 'utf8') === text) continue;
    console.log(`${path} is not what the source gives; run tools/print_timing/main.mjs`);
    different++;
  } else {
    writeFileSync(file, text);
  }
}
if (mode === '--check') console.log(`${printed.length - different} of ${printed.length} files are as printed`);
process.exit(different > 0 ? 1 : 0);
