// What the printers of all languages share: lines with marks, statements in blocks, expressions by precedence.
// A mark on a line of its own ("//? Property.flip") says what of a sequence has to be used for the declaration behind it to be
// exported: a type, a function, a member, a case.
import { elementOf, isList } from './read.mjs';

export class Printer {
  constructor(source) {
    this.source = source;
    this.lines = [];
    this.depth = 0;
  }

  get step() { return '    '; }
  /** What of the timing this language's player asks for. */
  get wishes() { return []; }

  print(header) {
    for (const it of header) this.line(it);
    let wasWord = false; // words without a note stand together
    for (const it of this.source.order) {
      if (!this.isNeeded(it)) continue;
      const isWord = it.what === 'enum' && !it.note;
      this.marked(it.marks, () => this.declaration(it), !isWord || !wasWord);
      wasWord = isWord;
    }
    for (const it of this.tail) this.line(it);
    return `${this.lines.join('\n')}\n`;
  }

  isNeeded() { return true; }
  /** What stands behind everything. */
  get tail() { return []; }

  declaration(it) {
    this.note(it.note);
    if (it.what === 'enum') this.enumeration(it);
    else if (it.what === 'const') this.constant(it);
    else if (it.what === 'function') this.freeFunction(it);
    else if (it.isData) this.data(it);
    else this.working(it);
  }

  line(text) {
    this.lines.push(text ? this.step.repeat(this.depth) + text : '');
  }

  get limit() { return 120; }

  /** Nothing of what the language has no use for; what a sequence may have no use for gets a mark. */
  marked(groups, make, isApart = false) {
    const left = groups.map((group) => this.asked(group)).filter((it) => it);
    if (left.some((it) => it.length === 0)) return;
    if (isApart && !this.lines.at(-1).endsWith('{')) this.line('');
    if (left.length > 1) throw new Error(`a mark names one group: ${left.map((it) => it.join('|')).join(' ')}`);
    if (left.length === 1) this.line(`//? ${left[0].join('|')}`);
    make();
  }

  /** What of a group only a sequence can tell; nothing if the language's player asks for it anyway. */
  asked(group) {
    const isWish = (it) => it.startsWith('player.');
    if (group.some((it) => isWish(it) && this.wishes.includes(it))) return null;
    return group.filter((it) => !isWish(it));
  }

  isWanted(it) { return it.marks.every((group) => this.asked(group)?.length !== 0); }

  indented(make) {
    this.depth++;
    make();
    this.depth--;
  }

  block(head, make, tail = '}') {
    this.line(head);
    this.indented(make);
    this.line(tail);
  }

  /** A function: its parameters go to a line of their own where one line would be too long. */
  functionBlock(before, parameters, after, make) {
    const head = `${before}(${parameters})${after}`;
    if (this.fits(head)) return this.block(head, make);
    this.line(`${before}(`);
    this.indented(() => this.line(parameters));
    return this.block(`)${after}`, make);
  }

  /** What a function gives if that is all it does, in a language that can say it shortly. */
  onlyValue(body) {
    return body.length === 1 && body[0].what === 'return' && body[0].value ? this.text(body[0].value) : '';
  }

  fits(text) { return text.length + this.step.length * this.depth <= this.limit; }

  /** Notes are written as in JavaScript; languages with "///" change that. */
  note(text) {
    if (!text) return;
    for (const it of text.split('\n')) this.line(it.trim().replace(/^\*/, ' *'));
  }

  slashNote(text) {
    if (!text) return;
    const inner = text.replace(/^\/\*\*\s*/, '').replace(/\s*\*\/$/, '');
    for (const it of inner.split('\n')) this.line(`/// ${it.trim().replace(/^\* ?/, '')}`.trimEnd());
  }

  // --- statements -------------------------------------------------------------------------------------------------

  statements(list) {
    const wanted = list.filter((it) => this.isWanted(it));
    for (let i = 0; i < wanted.length; i++) {
      const merged = this.together(wanted[i], wanted[i + 1]);
      if (merged) merged();
      else this.statement(wanted[i]);
      if (merged) i++;
    }
  }

  /** Some languages say two statements in one; they give a function that prints both. */
  together() { return null; }

  statement(it) {
    switch (it.what) {
      case 'if': return this.branch(it);
      case 'switch': return this.choose(it);
      case 'while': return this.loop(`while (${this.text(it.test)})`, it.body);
      case 'count': return this.loop(this.countHead(it), it.body);
      case 'each': return this.loop(this.eachHead(it), it.body);
      default: return this.line(this.simple(it) + this.end + (it.tail ? ` // ${it.tail}` : ''));
    }
  }

  get end() { return ';'; }

  choose(it) {
    this.line(`switch (${this.text(it.value)}) {`);
    this.indented(() => {
      for (const one of it.cases) this.marked(one.marks, () => this.oneCase(`case ${this.text(one.word)}:`, one.body));
      if (it.other.length || this.needsDefault) this.oneCase('default:', it.other);
    });
    this.line('}');
  }

  get needsDefault() { return false; }

  oneCase(head, body) {
    this.line(head);
    this.indented(() => {
      this.statements(body);
      if (body.at(-1)?.what !== 'return') this.line('break;');
    });
  }

  simple(it) {
    switch (it.what) {
      case 'local': return this.local(it);
      case 'do': return this.effect(it.value);
      case 'return': return it.value ? `return ${this.text(it.value)}` : 'return';
      default: return it.what;
    }
  }

  effect(it) {
    if (it.what === 'assign') return `${this.target(it.left)} ${it.op} ${this.text(it.right)}`;
    if (it.what === 'step') return `${this.target(it.value)}${it.op}`;
    return this.text(it);
  }

  target(it) { return this.text(it); }

  /** The one statement of a body that can stand behind its condition; nothing if there is more to it. */
  only(body) {
    const [one, ...others] = body.filter((it) => this.isWanted(it));
    const isPlain = one && !others.length && !['if', 'while', 'count', 'each', 'local', 'switch'].includes(one.what) && !one.tail;
    return isPlain ? one : null;
  }

  branch(it) {
    const head = `if (${this.test(it)})`;
    const one = it.other ? null : this.only(it.then);
    if (one) return this.line(`${head} ${this.oneLine(one)}`);
    this.line(`${head} {`);
    this.indented(() => this.statements(it.then));
    if (it.other) {
      this.line('} else {');
      this.indented(() => this.statements(it.other));
    }
    return this.line('}');
  }

  test(it) { return this.text(it.test); }
  oneLine(it) { return this.simple(it) + this.end; }

  loop(head, body) {
    const one = this.only(body);
    const short = one ? `${head} ${this.oneLine(one)}` : '';
    if (short && this.fits(short)) return this.line(short);
    return this.block(`${head} {`, () => this.statements(body));
  }

  // --- expressions ------------------------------------------------------------------------------------------------

  text(it) {
    switch (it.what) {
      case 'number': return this.number(it);
      case 'name': return it.text;
      case 'local': return it.name;
      case 'parens': return `(${this.text(it.value)})`;
      case 'prefix': return `${it.op}${this.text(it.value)}`;
      case 'index': return `${this.text(it.list)}[${this.text(it.at)}]`;
      case 'choice': return this.choice(it);
      case 'binary': return `${this.text(it.left)} ${this.operator(it)} ${this.text(it.right)}`;
      default: return this[`${it.what}Text`](it);
    }
  }

  operator(it) { return { '===': '==', '!==': '!=' }[it.op] ?? it.op; }
  choice(it) { return `${this.text(it.test)} ? ${this.text(it.yes)} : ${this.text(it.no)}`; }
  orText(it) { return `${this.text(it.left)} ?? ${this.text(it.right)}`; }
  list(items) { return items.map((it) => this.text(it)).join(', '); }
  /** A number with a point, where the language tells whole ones from others. */
  number(it) { return it.type === 'Double' && !/[.e]/.test(it.text) ? `${it.text}.0` : it.text; }

  /** Before an operation is done on it as a whole. */
  tight(it) {
    const text = this.text(it);
    return ['binary', 'choice', 'prefix', 'or'].includes(it.what) ? `(${text})` : text;
  }
}

export const upperCase = (word) => word.replace(/[A-Z]/g, (it) => `_${it}`).toUpperCase();
export { elementOf, isList };

/** What stands at the head of each file. */
export const OWNER = [
  '// Part of your app: written by Scaena, yours without conditions (0BSD). It knows nothing of the',
  '// screen, so that it can be tested anywhere. The next export replaces it for as long as you leave',
  '// it unchanged.',
];
