// How long an exported player needs for the first plan of a launch: web exports by Node.js, each in a process of its own, as cold as a
// page is that was just loaded; then warm. Usage: node first_plan.mjs SCAENA_CLI SEQUENCE.scaena …
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';

const [, , cli, ...sequences] = process.argv;
const kRuns = 15;
const median = (list) => list.sort((a, b) => a - b)[list.length >> 1].toFixed(2);

// The script as it is, but for what starts it in a page.
const probe = `
const start = performance.now();
const { LaunchSchedule, NEVER, timing } = await import('./timing.js');
const loaded = performance.now();
const conditions = { start: 'cold', reducedMotion: false, messageAt: 0, retriedAt: 0, openingEnd: 500 };
const plan = () => new LaunchSchedule(timing, { ...conditions, opened: timing.gates.map(() => NEVER) });
plan();
const planned = performance.now();
for (let i = 0; i < 2000; i++) plan();
console.log(JSON.stringify([loaded - start, planned - loaded, (performance.now() - planned) / 2000]));
`;

for (const sequence of sequences) {
  const folder = mkdtempSync(join(tmpdir(), 'first-plan-'));
  execFileSync(cli, ['export', sequence, '--for', 'web', '--readable-script', '--into', folder], { stdio: 'ignore' });
  writeFileSync(join(folder, 'package.json'), '{ "type": "module" }');
  const exported = join(folder, 'launch', readdirSync(join(folder, 'launch'))[0], 'launch.js');
  const script = readFileSync(exported, 'utf8').split('\nconst HORIZON')[0];
  writeFileSync(join(folder, 'timing.js'), `${script}\nexport { LaunchSchedule, NEVER, timing };\n`);
  writeFileSync(join(folder, 'probe.js'), probe);
  const runs = Array.from({ length: kRuns }, () => JSON.parse(execFileSync('node', ['probe.js'], { cwd: folder, encoding: 'utf8' })));
  const [load, first, warm] = [0, 1, 2].map((i) => median(runs.map((it) => it[i])));
  console.log(`${basename(sequence)}: modules ${load} ms, first plan ${first} ms, warm ${(warm * 1000).toFixed(0)} µs`);
}
