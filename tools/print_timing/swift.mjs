import { OWNER, Printer, elementOf, isList } from './printer.mjs';

const PLAIN = { boolean: 'Bool', string: 'String', void: 'Void' };

export class Swift extends Printer {
  /** Everything lies in the name space of the sequence, which the export puts in the place of the mark. */
  print() {
    return super.print([...OWNER, 'import Foundation', '', 'extension @LAUNCH@ {']).replace('{\n\n', '{\n');
  }

  declaration(it) {
    this.indented(() => super.declaration(it));
  }

  get tail() { return ['}']; }

  get end() { return ''; }
  get wishes() { return ['player.steady', 'player.alone', 'player.stillness', 'player.memory']; }

  choose(it) {
    this.line(`switch ${this.text(it.value)} {`);
    for (const one of it.cases) this.marked(one.marks, () => this.oneCase(`case ${this.text(one.word)}:`, one.body));
    this.oneCase('default:', it.other);
    this.line('}');
  }

  oneCase(head, body) {
    const one = this.only(body);
    if (one || !body.length) return this.line(`${head} ${one ? this.simple(one) : 'break'}`);
    this.line(head);
    return this.indented(() => this.statements(body));
  }

  /** Filled anew: what lies in a name space stands further in than in the source. */
  note(text) {
    if (!text) return;
    const words = text.replace(/^\/\*\*/, '').replace(/\*\/$/, '').replace(/\n\s*\*/g, '\n').trim().split(/\s+/);
    let line = '///';
    for (const word of words) {
      if (!this.fits(`${line} ${word}`)) {
        this.line(line);
        line = '///';
      }
      line += ` ${word}`;
    }
    this.line(line);
  }


  type(name) {
    if (name.endsWith('?')) return `${this.type(name.slice(0, -1))}?`;
    if (isList(name)) return `[${this.type(elementOf(name))}]`;
    return PLAIN[name] ?? name;
  }

  shown(it) { return it.exported ? '' : 'private '; }

  enumeration(it) {
    const kind = it.name === 'Outcome' ? ': Int, Sendable' : ': Sendable';
    const head = `${this.shown(it)}enum ${it.name}${kind} {`;
    const words = `case ${it.words.join(', ')}`;
    if (this.fits(`${head} ${words} }`)) this.line(`${head} ${words} }`);
    else this.block(head, () => this.line(words));
  }

  constantName(it) { return it.exported ? `launch${it.name[0]}${it.name.slice(1).toLowerCase()}` : it.name.toLowerCase(); }
  constant(it) { this.line(`${this.shown(it)}static let ${this.constantName(it)} = ${this.text(it.value).replace(/\B(?=(\d{3})+$)/g, '_')}`); }

  data(it) {
    this.isWorking = false;
    this.block(`${this.shown(it)}struct ${it.name}: Sendable {`, () => {
      for (const field of it.fields) this.marked(field.marks, () => this.field({ ...field, isReadonly: false }));
    });
  }

  working(it) {
    this.isWorking = true;
    this.isShown = it.exported;
    this.block(`${this.shown(it)}final class ${it.name} {`, () => {
      for (const part of it.maker?.parameters ?? []) {
        if (part.access.isField) this.marked(part.marks, () => this.field({ ...part, isReadonly: true, isPrivate: part.access.isPrivate }));
      }
      for (const field of it.fields) this.marked(field.marks, () => this.field(field));
      if (it.maker) this.maker(it);
      for (const method of it.methods) {
        this.marked(method.marks, () => {
          this.note(method.note);
          this.functionOf(method.isPrivate ? 'private func' : 'func', method);
        }, true);
      }
    });
  }

  maker(it) {
    const parts = it.maker.parameters;
    this.line('');
    this.hidden = null;
    const short = `init(${parts.map((part) => `_ ${part.name}: ${this.type(part.type)}`).join(', ')}) {`;
    const body = () => {
      for (const part of parts) if (part.access.isField) this.marked(part.marks, () => this.line(`self.${part.name} = ${part.name}`));
      this.statements(it.maker.body);
    };
    return this.block(short, body);
  }

  field(it) {
    this.note(it.note);
    // Lists are values here: one that is filled by and by has to be a variable, which nobody else may set.
    const fills = it.isReadonly && isList(it.type) && this.isWorking;
    const shown = it.isPrivate ? 'private ' : fills && this.isShown ? 'private(set) ' : '';
    const word = `${shown}${it.isReadonly && !fills ? 'let' : 'var'}`;
    const value = it.value && it.value.what !== 'null' ? ` = ${this.text(it.value)}` : '';
    const guessed = value && (it.type === 'Int' || it.type === 'Double' || it.type === 'boolean') && it.value.what !== 'const';
    this.line(`${word} ${it.name}${guessed ? '' : `: ${this.type(it.type)}`}${value}`);
  }

  freeFunction(it) { this.functionOf(`${this.shown(it)}static func`, it); }

  functionOf(word, it) {
    this.hidden = new Set([...it.parameters.map((part) => part.name), ...namesIn(it.body)]);
    const parameters = it.parameters.map(({ name, type }) => `_ ${name}: ${this.type(type)}`).join(', ');
    const result = it.type === 'void' ? '' : ` -> ${this.type(it.type)}`;
    const value = this.onlyValue(it.body);
    const short = `${word} ${it.name}(${parameters})${result} { ${value} }`;
    if (value && this.fits(short)) return this.line(short);
    return this.functionBlock(`${word} ${it.name}`, parameters, `${result} {`, () => this.statements(it.body));
  }

  /** `let x = f()` and `if (x === null) return` in one. */
  together(it, next) {
    const joined = it.what === 'local' && next?.what === 'if' && next.unwraps === it.name && !next.isThere && next.leaves;
    if (!joined || next.then.length !== 1) return null;
    return () => this.line(`guard let ${it.name} = ${this.text(it.value)} else { ${this.simple(next.then[0])} }`);
  }

  local(it) {
    const type = it.value.what === 'list' ? `: ${this.type(it.type)}` : '';
    const stays = it.isConst && it.value.what !== 'list'; // lists are values: one that grows is a variable
    return `${stays ? 'let' : 'var'} ${it.name}${type} = ${this.text(it.value)}`;
  }

  effect(it) {
    if (it.what === 'step') return `${this.target(it.value)} ${it.op[0]}= 1`;
    return super.effect(it);
  }

  branch(it) {
    const head = `if ${this.test(it)}`;
    const one = it.other ? null : this.only(it.then);
    const short = one ? `${head} { ${this.simple(one)} }` : '';
    if (short && this.fits(short)) return this.line(short);
    this.line(`${head} {`);
    this.indented(() => this.statements(it.then));
    if (it.other) {
      this.line('} else {');
      this.indented(() => this.statements(it.other));
    }
    return this.line('}');
  }

  test(it) { return it.unwraps && it.isThere ? `let ${it.unwraps} = ${it.unwraps}` : this.text(it.test); }

  statement(it) {
    if (it.what === 'while') return this.loop(`while ${this.text(it.test)}`, it.body);
    return super.statement(it);
  }

  loop(head, body) {
    const one = this.only(body);
    const short = one ? `${head} { ${this.simple(one)} }` : '';
    if (short && this.fits(short)) return this.line(short);
    return this.block(`${head} {`, () => this.statements(body));
  }

  countHead(it) {
    const isUsed = JSON.stringify(it.body, (key, value) => (key === 'owner' || key === 'field' ? undefined : value)).includes(`"local","name":"${it.name}"`);
    if (!isUsed) return `for _ in ${this.text(it.from)}..<${this.text(it.to)}`;
    if (it.step > 1) return `for ${it.name} in stride(from: ${this.text(it.from)}, to: ${this.text(it.to)}, by: ${it.step})`;
    return `for ${it.name} in ${this.text(it.from)}..<${this.text(it.to)}`;
  }

  eachHead(it) { return `for ${it.name} in ${this.text(it.list)}`; }
  nullText() { return 'nil'; }
  piText() { return 'Double.pi'; }
  thisText() { return 'self'; }
  constText(it) { return this.constantName(it); }
  wordText(it) { return `.${it.word}`; }
  widenText(it) { return `Double(${this.text(it.value)})`; }
  wholeText(it) { return `Int(${this.text(it.items[0])})`; }
  /** `self` is said only where something else hides the name, and where everything is set for the first time. */
  fieldText(it) {
    const isPlain = it.object.what === 'this' && this.hidden && !this.hidden.has(it.name);
    return isPlain ? it.name : `${this.text(it.object)}.${it.name}`;
  }

  sizeText(it) { return `${this.text(it.list)}.count`; }
  pushText(it) { return `${this.text(it.list)}.append(${this.text(it.value)})`; }
  hasText(it) { return `${this.text(it.list)}.contains(${this.text(it.value)})`; }
  newText(it) { return `${it.owner.name}(${this.list(it.items)})`; }
  callText(it) { return `${it.name}(${this.list(it.items)})`; }
  mathText(it) {
    if (it.name === 'floor') return `${this.tight(it.items[0])}.rounded(.down)`;
    return `${it.name}(${this.list(it.items)})`;
  }

  intsText(it) { return `Array(repeating: ${this.text(it.items[1])}, count: ${this.text(it.items[0])})`; }
  flagsText(it) { return `Array(repeating: false, count: ${this.text(it.items[0])})`; }
  methodText(it) { return `${it.object.what === 'this' ? '' : `${this.text(it.object)}.`}${it.name}(${this.list(it.items)})`; }
  listText(it) { return `[${this.list(it.items)}]`; }

  text(it) {
    if (it.what === 'binary' && it.op === '%' && it.type === 'Double') {
      return `${this.tight(it.left)}.truncatingRemainder(dividingBy: ${this.text(it.right)})`;
    }
    return super.text(it);
  }
}

/** Every name a body gives to something of its own. */
function namesIn(body) {
  return body.flatMap((it) => [it.name, ...namesIn(it.body ?? []), ...namesIn(it.then ?? []), ...namesIn(it.other ?? [])]).filter((it) => it);
}
