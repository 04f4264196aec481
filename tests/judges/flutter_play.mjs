// Plays exported Flutter launches: their Dart translated to JavaScript by its grammar, in a stand-in of the framework whose canvas
// Skia paints. Usage: node flutter_play.mjs JUDGES FOLDER, where FOLDER/cases.json is { "cases": [...] } (tests/support/situations.h),
// each with `app` (an export below FOLDER), `module` (its folder of Dart), `data` (the launch) and `gateType`. Writes FOLDER/seen.json and
// FOLDER/seen/NAME-SHOT.png.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { framework, language } from './flutter/framework.mjs';
import { World, translated } from './flutter/world.mjs';
import { parserOf } from './translate/trees.mjs';

const [, , judges, folder] = process.argv;
const { cases } = JSON.parse(readFileSync(join(folder, 'cases.json'), 'utf8'));
const parse = await parserOf(judges, 'dart');
const require = createRequire(join(judges, 'package.json'));
const ts = require('typescript');
const kit = await require('canvaskit-wasm')({ locateFile: (file) => join(judges, 'node_modules/canvaskit-wasm/bin', file) });
language();
const failures = [];
process.on('unhandledRejection', (error) => failures.push(`unhandled: ${error?.message ?? error}`));

const apps = new Map();
function appOf(it) {
  if (!apps.has(it.app)) {
    const files = ['launch_timing.dart', 'launch_art.dart', 'launch_player.dart', 'launch.dart'];
    apps.set(it.app, translated(ts, parse, join(folder, it.app, it.module), files, [it.data, 'LaunchSequence', 'LaunchStartKind', ...(it.gateType ? [it.gateType] : [])]));
  }
  return apps.get(it.app);
}

async function played(it) {
  const seen = { told: [], records: [] };
  failures.length = 0;
  const world = new World(kit, { width: it.width, height: it.height, dark: it.dark, calm: it.calm, assets: join(folder, it.app),
    insets: { left: it.insets[0], top: it.insets[1], right: it.insets[2], bottom: it.insets[3] } });
  const made = framework(world);
  world.Canvas = made.Canvas;
  const app = appOf(it)(made);
  const launch = app[it.data];
  const gates = it.gateType ? app[it.gateType].values : [];
  if (world.held !== 1) seen.error = 'the first frame is not held back';
  launch.start = app.LaunchStartKind[it.ran === false ? 'first' : 'cold'];
  let current = null;
  launch.onOutcome = (how) => { // an app shows another screen offline
    seen.told.push(how.name);
    if (how.name === 'offline') current = it.offlineSheet;
  };
  launch.onRecord = (line) => seen.records.push(line);
  const child = { type: 'child' };
  const mount = () => world.mount(app.LaunchSequence, launch, child);
  const reach = () => {
    const { above } = world.find('child') ?? { above: [] };
    const excluded = (type) => above.some((node) => node.type === type && node.excluding);
    const isOver = launch.isOver;
    if (!world.state) return { reader: isOver, keys: isOver };
    return { reader: !excluded('ExcludeSemantics'), keys: !excluded('ExcludeFocus') };
  };
  const openAll = () => it.gates.forEach((gate) => launch.open(gates[gate]));
  const swap = () => {
    [world.width, world.height] = [world.height, world.width];
    world.depend();
  };
  const change = (name) => {
    world[name] = true;
    world.depend();
  };
  async function again(between = () => {}) {
    world.unmount();
    between();
    await world.goTo(world.now + 32);
    mount();
  }
  const acts = {
    dismiss: () => launch.dismiss(), retry: () => launch.retry(), turn: swap, dark: () => change('dark'), calm: () => change('calm'),
    touch: () => (seen.pressed ||= !world.find('AbsorbPointer')), open: openAll,
    async leave() {
      world.hide(true);
      await world.goTo(world.now + 30000);
      world.hide(false);
      shift += 30000;
    },
    destroy: () => world.unmount(), recreate: () => again(), 'recreate, opening': () => again(openAll),
    message: () => (seen.spoken = world.find('Semantics')?.node.label),
  };
  let shift = 0;
  seen.pressed = false;
  if (it.skipped) launch.skip();
  const steps = [
    { at: it.first, async run() {
      mount();
      await world.settle();
      await world.frame();
      if (!it.skipped && !launch.isOver) seen.reach = reach();
    } },
    ...it.opens.map(({ gate, at }) => ({ at, run: () => launch.open(gates[gate]) })),
    ...it.acts.map((act) => ({ at: act.at, run: acts[act.do] })),
    ...it.shots.map((at, i) => ({ at, async run() {
      await world.frame();
      writeFileSync(join(folder, 'seen', `${it.name}-${i}.png`), world.picture(current ?? it.sheet));
    } })),
  ];
  for (const step of steps.sort((a, b) => a.at - b.at)) {
    await world.goTo(step.at + shift);
    await step.run();
    await world.settle();
    if (world.dirty) await world.frame();
  }
  await world.goTo(world.now + it.after * 16);
  const content = world.find('child');
  seen.reachAfter = reach();
  seen.content = !content || content.above.every((node) => node.type !== 'Opacity' || node.opacity === 1);
  const painted = world.find('CustomPaint') ? 1 : 0;
  const ticking = [...world.tickers].filter((ticker) => ticker.isActive).length;
  seen.alive = painted + ticking + world.images.size + world.lives.size + world.timers.length + (world.held === 0 ? 0 : 1);
  seen.said = world.said;
  const [told, records] = [[...seen.told], [...seen.records]]; // what is taken down below ends, too
  world.unmount();
  await world.goTo(world.now + 2000);
  if (world.tickers.size + launch.listeners.length > 0) seen.error = 'a view that was taken down leaves something';
  Object.assign(seen, { told, records });
  if (failures.length > 0) seen.error = failures.join('; ');
  world.end();
  return seen;
}

mkdirSync(join(folder, 'seen'), { recursive: true });
const all = {};
for (const it of cases) {
  try {
    all[it.name] = await played(it);
  } catch (error) {
    all[it.name] = { error: error.stack.split('\n').slice(0, 4).join(' | ') };
  }
}
writeFileSync(join(folder, 'seen.json'), JSON.stringify(all));
console.log(`${cases.length} played`);
