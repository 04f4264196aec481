// How long the window takes to be up, beside an empty window of the same toolkit: whole processes, medians of fifteen in turns.
// Usage: xvfb-run -a node bench/start_up.mjs build/test/bench
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

const RUNS = 15;
const median = (values) => values.sort((a, b) => a - b)[values.length >> 1];

/// When what it tells of was seen, in ms from the start of the process. Both clocks are the system's steady one.
function run(program) {
  const begun = process.hrtime.bigint();
  const ran = spawnSync(join(process.argv[2], program), { env: { ...process.env, QT_QPA_PLATFORM: 'xcb' }, encoding: 'utf8' });
  if (ran.status !== 0) throw new Error(ran.stderr);
  return Object.fromEntries([...ran.stdout.matchAll(/(\w+) (\d+)/g)].map((it) => [it[1], Number(BigInt(it[2]) - begun) / 1e6]));
}

const programs = ['scaena-empty-window', 'scaena-start-up'];
programs.forEach(run); // what is on the disk is in memory from now on
const seen = [];
for (let i = 0; i < RUNS; ++i) seen.push(programs.map(run));
const empty = median(seen.map(([it]) => it.window));
const row = (name, ms) => console.log(`${name}: ${ms.toFixed(1)} ms, ${(ms / empty).toFixed(2)} of an empty window`);
row('empty window', empty);
row('window', median(seen.map(([, it]) => it.window)));
row('welcome page', median(seen.map(([, it]) => it.page)));
