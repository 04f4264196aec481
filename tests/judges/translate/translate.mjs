// Translates an exported player's timing, and timings as data, to JavaScript modules that timing_cases.mjs can judge.
// Usage: node translate.mjs JUDGES LANGUAGE TIMING_SOURCE FOLDER. Of FOLDER/NAME.dart or .swift FOLDER/NAME.mjs is made, and
// FOLDER/timing.mjs of the source. No compiler of either language is to be had here; this runs their logic all the same.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join, parse as parsePath } from 'node:path';
import { Dart, prelude as dartPrelude } from './dart.mjs';
import { Swift, prelude as swiftPrelude } from './swift.mjs';
import { parserOf } from './trees.mjs';

const [, , judges, language, source, folder] = process.argv;

/// What the judge calls, for what the translated classes are called and take.
const faces = {
  dart: {
    prelude: dartPrelude,
    translator: Dart,
    timing: '_timing',
    face: `
class Face {
  constructor(timing, start, openingEnd, opened, reduced) {
    this.it = new LaunchSchedule(timing, LaunchStartKind[start], openingEnd, opened, reduced);
    Object.assign(this, { shown: this.it.shown, outcome: this.it.outcome.name, beatStart: this.it.beatStart, beatEnd: this.it.beatEnd });
  }
  openTime(gate) { return this.it.openTime(gate); }
  stateAt(layer, t, s) { return this.it.stateAt(layer, t, new LaunchScreen(s.width, s.height, s)); }
}
export { Face as LaunchSchedule, launchNever as NEVER };`,
  },
  swift: {
    prelude: swiftPrelude,
    translator: Swift,
    timing: 'timing',
    face: `
const words = (it) => it === 'recreated' ? LaunchStartKind.recreated : LaunchStartKind[it];
class Face {
  constructor(timing, start, openingEnd, opened, reduced) {
    this.it = new LaunchSchedule(timing, words(start), BigInt(openingEnd), opened.map(BigInt), reduced);
    Object.assign(this, { shown: Number(this.it.shown), outcome: this.it.outcome.name,
      beatStart: this.it.beatStart.map(Number), beatEnd: this.it.beatEnd.map(Number) });
  }
  openTime(gate) { return Number(this.it.openTime(BigInt(gate))); }
  stateAt(layer, t, s) { return this.it.state(BigInt(layer), t, new LaunchScreen({ ...s })); }
}
export { Face as LaunchSchedule };
export const NEVER = Number(launchNever);`,
  },
};

const { prelude, translator, timing, face } = faces[language];
const parse = await parserOf(judges, language);
const shared = new translator();
const made = shared.declarations(parse(readFileSync(source, 'utf8')));
const helpers = [...prelude.matchAll(/^const (\$\w+)/gm)].map((it) => it[1]);
const names = [...made.keys()].filter((it) => it !== 'LaunchSchedule').concat(helpers);
writeFileSync(join(folder, 'timing.mjs'), `${prelude}${[...made.values()].map((make) => make()).join('\n')}${face}\nexport { ${names.join(', ')} };\n`);
for (const file of readdirSync(folder).filter((it) => it.endsWith(`.${language}`))) {
  const text = readFileSync(join(folder, file), 'utf8');
  const parts = shared.data(parse(text));
  writeFileSync(join(folder, `${parsePath(file).name}.mjs`),
    `import { ${names.join(', ')} } from './timing.mjs';\n${parts.join('\n')}\nexport { ${timing === 'timing' ? 'timing' : `${timing} as timing`} };\n`);
}
