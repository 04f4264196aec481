import { OWNER, Printer, elementOf, isList } from './printer.mjs';

const PLAIN = { boolean: 'bool', string: 'String', void: 'void', Int: 'int', Double: 'double' };

export class Dart extends Printer {
  print() {
    return super.print([...OWNER, "import 'dart:math';"]);
  }

  get step() { return '  '; }
  get wishes() { return ['player.steady', 'player.system', 'player.stillness', 'player.memory']; }
  note(text) { this.slashNote(text); }

  name(name) {
    const made = this.source.classes.get(name) ?? this.source.enums.get(name);
    if (!made.exported) return `_${name}`;
    return name.startsWith('Launch') ? name : `Launch${name}`;
  }

  type(name) {
    if (name.endsWith('?')) return `${this.type(name.slice(0, -1))}?`;
    if (isList(name)) return `List<${this.type(elementOf(name))}>`;
    return PLAIN[name] ?? this.name(name);
  }

  member(it) { return it.isPrivate ? `_${it.name}` : it.name; }

  enumeration(it) { this.line(`enum ${this.name(it.name)} { ${it.words.join(', ')} }`); }
  constantName(it) { return it.exported ? `launch${it.name[0]}${it.name.slice(1).toLowerCase()}` : `_${it.name.toLowerCase()}`; }
  constant(it) { this.line(`const int ${this.constantName(it)} = ${this.text(it.value)};`); }

  data(it) {
    const name = this.name(it.name);
    this.block(`class ${name} {`, () => {
      this.block(`const ${name}({`, () => {
        for (const field of it.fields) {
          const value = field.value && field.value.what !== 'null' ? ` = ${field.value.what === 'list' ? 'const ' : ''}${this.text(field.value)}` : '';
          this.marked(field.marks, () => this.line(`${field.value ? '' : 'required '}this.${field.name}${value},`));
        }
      }, '});');
      this.line('');
      for (const field of it.fields) this.marked(field.marks, () => this.line(`final ${this.type(field.type)} ${field.name};`));
    });
  }

  working(it) {
    this.block(`class ${this.name(it.name)} {`, () => {
      if (it.maker) this.maker(it);
      for (const part of it.maker?.parameters ?? []) {
        if (part.access.isField) this.marked(part.marks, () => this.line(`final ${this.type(part.type)} ${part.access.isPrivate ? '_' : ''}${part.name};`));
      }
      for (const field of it.fields) this.marked(field.marks, () => this.field(field));
      for (const method of it.methods) {
        this.marked(method.marks, () => {
          this.note(method.note);
          this.functionOf(method.isPrivate ? '_' : '', method);
        }, true);
      }
    });
  }

  /** Private fields cannot be given as `this._x` by a name without the line, so parameters stand by position. */
  maker(it) {
    const parts = it.maker.parameters.map((part) => ({
      ...part, text: part.access.isField ? `this.${part.access.isPrivate ? '_' : ''}${part.name}` : `${this.type(part.type)} ${part.name}`,
    }));
    const short = `${this.name(it.name)}(${parts.map((part) => part.text).join(', ')}) {`;
    const body = () => this.statements(it.maker.body);
    if (this.fits(short)) {
      this.block(short, body);
    } else {
      this.line(`${this.name(it.name)}(`);
      this.indented(() => {
        for (const part of parts) this.marked(part.marks, () => this.line(`${part.text},`));
      });
      this.block(') {', body);
    }
    this.line('');
  }

  field(it) {
    this.note(it.note);
    const late = it.value ? '' : 'late ';
    const word = it.isReadonly || late ? `${late}${it.isReadonly ? 'final ' : ''}` : '';
    const value = it.value && it.value.what !== 'null' ? ` = ${this.text(it.value)}` : '';
    this.line(`${word}${this.type(it.type)} ${this.member(it)}${value};`);
  }

  freeFunction(it) { this.functionOf(it.exported ? '' : '_', it); }

  functionOf(prefix, it) {
    const parameters = it.parameters.map(({ name, type }) => `${this.type(type)} ${name}`).join(', ');
    const value = this.onlyValue(it.body);
    const short = `${this.type(it.type)} ${prefix}${it.name}(${parameters}) => ${value};`;
    if (value && this.fits(short)) return this.line(short);
    return this.functionBlock(`${this.type(it.type)} ${prefix}${it.name}`, parameters, ' {', () => this.statements(it.body));
  }

  local(it) { return `${it.isConst ? 'final ' : ''}${this.type(it.type)} ${it.name} = ${this.text(it.value)}`; }

  only(body) {
    const one = super.only(body);
    return one && ['return', 'continue', 'break'].includes(one.what) ? one : null;
  }

  get needsDefault() { return true; }

  countHead(it) {
    const step = it.step > 1 ? `${it.name} += ${it.step}` : `${it.name}++`;
    return `for (int ${it.name} = ${this.text(it.from)}; ${it.name} < ${this.text(it.to)}; ${step})`;
  }

  eachHead(it) { return `for (final ${this.type(elementOf(it.list.type))} ${it.name} in ${this.text(it.list)})`; }
  nullText() { return 'null'; }
  piText() { return 'pi'; }
  thisText() { return 'this'; }
  constText(it) { return this.constantName(it); }
  wordText(it) { return `${this.name(it.enum)}.${it.word}`; }
  widenText(it) { return `${this.tight(it.value)}.toDouble()`; }
  wholeText(it) { return `${this.tight(it.items[0])}.toInt()`; }
  fieldText(it) { return it.object.what === 'this' ? this.member(it) : `${this.text(it.object)}.${this.member(it)}`; }
  sizeText(it) { return `${this.text(it.list)}.length`; }
  pushText(it) { return `${this.text(it.list)}.add(${this.text(it.value)})`; }
  hasText(it) { return `${this.text(it.list)}.contains(${this.text(it.value)})`; }
  newText(it) { return `${this.name(it.owner.name)}(${this.list(it.items)})`; }
  callText(it) { return `${it.exported ? '' : '_'}${it.name}(${this.list(it.items)})`; }
  mathText(it) {
    if (it.name === 'floor') return `${this.tight(it.items[0])}.floorToDouble()`;
    if (it.name === 'abs') return `${this.tight(it.items[0])}.abs()`;
    return `${it.name}(${this.list(it.items)})`;
  }

  intsText(it) { return `List<int>.filled(${this.list(it.items)})`; }
  flagsText(it) { return `List<bool>.filled(${this.text(it.items[0])}, false)`; }
  methodText(it) { return `${it.object.what === 'this' ? '' : `${this.text(it.object)}.`}${this.member(it)}(${this.list(it.items)})`; }
  listText(it) { return `[${this.list(it.items)}]`; }
}
