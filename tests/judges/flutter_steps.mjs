// Runs the code blocks of a Flutter export's INTEGRATE.md as they stand there, translated and played as flutter_play.mjs does it:
// main.dart, what tells of loading, what asks for the outcome, and the example test.
// Usage: node flutter_steps.mjs JUDGES APP MODULE DATA, where APP is an export, MODULE its folder of Dart, DATA the launch.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { framework, language } from './flutter/framework.mjs';
import { World, translated } from './flutter/world.mjs';
import { parserOf } from './translate/trees.mjs';

const [, , judges, app, module, data] = process.argv;
const require = createRequire(join(judges, 'package.json'));
const parse = await parserOf(judges, 'dart');
const kit = await require('canvaskit-wasm')({ locateFile: (file) => join(judges, 'node_modules/canvaskit-wasm/bin', file) });
language();
const complaints = [];
process.on('unhandledRejection', (error) => complaints.push(`unhandled: ${error?.message ?? error}`));

const steps = readFileSync(join(app, module, 'INTEGRATE.md'), 'utf8');
const [main, tells, asks, test] = [...steps.matchAll(/```dart\n([^]*?)```/g)].map((it) => it[1]);
const imported = [...main.matchAll(/import '(launch\/[^']*)';/g)].map((it) => it[1]);
for (const file of imported) readFileSync(join(app, 'lib', file)); // they are there
const own = `${main.replace(/import .*\n/g, '')}
Future<void> tells() async { ${tells} }
Future<void> asks() async { ${asks} }
void testsOf() { ${test} }
`;
const given = ['runApp', 'MyApp', 'SystemChrome', 'SystemUiMode', 'load', 'testWidgets', 'expect'];
const make = translated(require('typescript'), parse, join(app, module), ['launch_timing.dart', 'launch_art.dart', 'launch_player.dart', 'launch.dart'],
  ['main', 'tells', 'asks', 'testsOf', data], own, given);

/// A process of the app, up to where its code is there.
function started() {
  const world = new World(kit, { width: 390, height: 844, assets: app, insets: { left: 0, top: 0, right: 0, bottom: 0 } });
  const it = { world, tests: [], modes: [] };
  const made = framework(world);
  it.app = make({
    ...made, runApp: (root) => (it.root = root), MyApp: () => ({ type: 'child' }), load: async () => 'loaded',
    SystemChrome: { setEnabledSystemUIMode: (mode) => it.modes.push(mode) }, SystemUiMode: { edgeToEdge: 'edgeToEdge' },
    testWidgets: (title, body) => it.tests.push({ title, body }),
    expect: (value, wanted) => value === wanted || complaints.push(`is ${value?.name ?? value}, not ${wanted?.name ?? wanted}`),
  });
  return it;
}

/// What `runApp` and `pumpWidget` are given is the export's own widget.
async function shown(it, root) {
  it.world.state = root.createState();
  it.world.state.widget = root;
  it.world.state.initState();
  it.world.depend();
  await it.world.settle();
  await it.world.frame();
}

const first = started();
first.app.main();
await shown(first, first.root);
await first.app.tells();
let isAsked = false;
first.app.asks().then(() => (isAsked = true));
await first.world.goTo(20000);
if (!first.world.said.includes('complete')) complaints.push(`the steps tell ${first.world.said.join(', ')}`);
if (!isAsked || !first.app[data].isOver) complaints.push('the first screen is never shown');
if (first.modes[0] !== 'edgeToEdge') complaints.push('the launch does not reach behind the bars');

const second = started();
second.app.testsOf();
const tester = {
  binding: { clock: { now: () => ({ millisecondsSinceEpoch: second.world.now }) } },
  pumpWidget: (root) => shown(second, root), pumpAndSettle: () => second.world.goTo(second.world.now + 20000),
};
for (const { body } of second.tests) await body(tester);
if (second.tests.length === 0) complaints.push('there is no example test');
console.log(`${second.tests.length} example tests, ${complaints.length} complaints`);
for (const it of complaints) console.log(it);
process.exit(complaints.length === 0 ? 0 : 1);
