// Translates the exported Dart timing, and timings as data, to JavaScript modules that timing_cases.mjs can judge.
// Usage: node translate.mjs JUDGES TIMING_SOURCE FOLDER. Of FOLDER/NAME.dart FOLDER/NAME.mjs is made, and FOLDER/timing.mjs of
// the source. No compiler of Dart is to be had here; this runs its logic all the same.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join, parse as parsePath } from 'node:path';
import { Dart, prelude } from './dart.mjs';
import { parserOf } from './trees.mjs';

const [, , judges, source, folder] = process.argv;

/// What the judge calls, for what the translated class is called and takes.
const face = `
class Face {
  constructor(timing, conditions) {
    this.it = new LaunchSchedule(timing, new LaunchConditions({ ...conditions, start: LaunchStartKind[conditions.start] }));
    Object.assign(this, { outcome: this.it.outcome.name, beatStart: this.it.beatStart, beatEnd: this.it.beatEnd, gateOpen: this.it.gateOpen });
  }
  shown() { return this.it.shown(); }
  stateAt(layer, t, s, state) { this.it.stateAt(layer, t, new LaunchScreen(s), state); }
}
export { Face as LaunchSchedule, LaunchLayerState as LayerState, launchNever as NEVER };`;

const parse = await parserOf(judges, 'dart');
const shared = new Dart();
const made = shared.declarations(parse(readFileSync(source, 'utf8')));
const names = [...made.keys()].filter((it) => it !== 'LaunchSchedule');
writeFileSync(join(folder, 'timing.mjs'), `${prelude}${[...made.values()].map((make) => make()).join('\n')}${face}\nexport { ${names.join(', ')} };\n`);
for (const file of readdirSync(folder).filter((it) => it.endsWith('.dart'))) {
  const text = readFileSync(join(folder, file), 'utf8');
  const parts = shared.data(parse(text));
  writeFileSync(join(folder, `${parsePath(file).name}.mjs`),
    `import { ${names.join(', ')} } from './timing.mjs';\n${parts.join('\n')}\nexport { _timing as timing };\n`);
}
