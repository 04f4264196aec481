// Reads the table of cases the core has written and compares every number with what a script player's timing gives.
// Usage: node timing_cases.mjs TIMING_MODULE CASES FOLDER, where FOLDER/NAME.mjs exports the timing of "sequence NAME".
// TIMING_MODULE "each": every sequence has a player of its own in FOLDER/NAME.player.mjs.
// The lines of the table are described in TimingCases.kt.
import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';

const [, , module, table, folder] = process.argv;
const load = (path) => import(pathToFileURL(resolve(path)).href);
let { LaunchSchedule, LayerState, NEVER } = module === 'each' ? {} : await load(module);
const OUTCOMES = ['complete', 'wentOn', 'offline', 'message'];

let timing = null;
let screen = null;
let schedule = null;
let isPlayed = true;
let where = '';
let checked = 0;
let failed = 0;

function complain(what, line) {
  if (++failed < 30) console.log(`${where}\n  ${line}\n  ${what}`);
}

function same(what, mine, expected) {
  checked++;
  if (mine !== expected) complain(`${what} is ${mine}, expected ${expected}`, '');
}

function compareState(words, line) {
  const state = new LayerState();
  schedule.stateAt(+words[1], +words[2], screen, state);
  const visible = words[3] === '1';
  checked++;
  if (state.visible !== visible) complain(`visible ${state.visible}`, line);
  if (!visible || !state.visible) return;
  // What a cut player leaves out of a state must be at rest in the core's.
  const { reveal = 1, draw = 1, progress = 0, clip = 0, outer = [1, 0, 0, 1, 0, 0] } = state;
  const mine = [state.opacity, state.x, state.y, state.width, state.height, state.scaleX, state.scaleY, state.rotation, reveal, draw, progress,
    clip, ...outer];
  mine.forEach((value, i) => {
    const expected = +words[4 + i];
    checked++;
    // Below a thousandth of the range: of the screen's shorter side for lengths, of a turn for angles, of one for parts.
    const range = (i >= 1 && i <= 4) || i >= 16 ? Math.min(screen.width, screen.height) : i === 7 ? 360 : Math.max(1, Math.abs(expected));
    if (!(Math.abs(value - expected) <= range * 0.001)) complain(`value ${i} is ${value}`, line);
  });
}

for (const line of readFileSync(table, 'utf8').split('\n')) {
  const words = line.split(' ');
  if (words[0] === 'sequence') {
    timing = (await load(join(folder, `${words[1]}.mjs`))).timing;
    if (module === 'each') ({ LaunchSchedule, LayerState, NEVER } = await load(join(folder, `${words[1]}.player.mjs`)));
  } else if (words[0] === 'screen') {
    const [width, height, left, top, right, bottom] = words.slice(1).map(Number);
    screen = { width, height, left, top, right, bottom };
  } else if (words[0] === 'schedule') {
    where = line;
    // Where no beat plays a player shows no launch, and asks nothing of a schedule.
    const usual = ['first', 'cold', 'warm'];
    isPlayed = timing.beats.some((it) => (it.plays ?? usual).includes(words[1].toLowerCase()));
    if (module === 'each' && !isPlayed) continue;
    const opened = timing.gates.map((_, i) => Math.min(NEVER, +words[7 + i]));
    const conditions = { start: words[1].toLowerCase(), reducedMotion: words[3] === '1', systemMoves: words[4] === '1', messageAt: 0, retriedAt: 0, openingEnd: +words[2], opened };
    schedule = new LaunchSchedule(timing, conditions);
    same('shown', schedule.shown(), Math.min(NEVER, +words[5]));
    same('outcome', OUTCOMES.indexOf(schedule.outcome), +words[6]);
  } else if (module === 'each' && !isPlayed) {
    continue;
  } else if (words[0] === 'beat') {
    same('beat start', schedule.beatStart[+words[1]], +words[2]);
    same('beat end', schedule.beatEnd[+words[1]], +words[3]);
  } else if (words[0] === 'gate') {
    same('gate open', schedule.gateOpen[+words[1]], +words[2]);
  } else if (words[0] === 'state') {
    compareState(words, line);
  }
}
console.log(`${checked} compared, ${failed} different`);
process.exit(failed === 0 && checked > 0 ? 0 : 1);
