// Marks that several lines have in common stand once, around them: "//?{ Cue.adds" before the first, "//?}" behind the last.
// So whole functions and types carry one mark, and a line carries only what it has beside those around it.

const MARK = '//? ';

/** A line and the groups of names it needs; `barrier`: a block's beginning or end that stands there already. */
function readLine(text) {
  if (/^\s*\/\/\?[{}]/.test(text)) return { text, groups: [], barrier: true };
  const at = text.indexOf(MARK);
  if (at < 0 || text.slice(at) === '//? import') return { text, groups: [] };
  return { text: text.slice(0, at).trimEnd(), groups: text.slice(at + MARK.length).trim().split(' ') };
}

function single({ text, groups }) {
  return groups.length ? `${text}${text ? ' ' : ''}${MARK}${groups.join(' ')}` : text;
}

/** The group that most lines from `from` on have in common, and how many have it. */
function longestRun(lines, from) {
  let best = { group: null, length: 1 };
  for (const group of lines[from].groups) {
    let end = from;
    while (end < lines.length && !lines[end].barrier && lines[end].groups.includes(group)) end++;
    if (end - from > best.length) best = { group, length: end - from };
  }
  return best;
}

function grouped(lines) {
  const out = [];
  for (let i = 0; i < lines.length;) {
    const { group, length } = longestRun(lines, i);
    if (length < 2) {
      out.push(single(lines[i++]));
      continue;
    }
    const inside = lines.slice(i, i + length).map((it) => ({ ...it, groups: it.groups.filter((name) => name !== group) }));
    out.push(`//?{ ${group}`, ...grouped(inside), '//?}');
    i += length;
  }
  return out;
}

/** The text with its marks around what they have in common. */
export function inBlocks(text) {
  return grouped(text.split('\n').map(readLine)).join('\n');
}
