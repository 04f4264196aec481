// Swift to JavaScript, as far as the exported timing needs it. Structs are not copied: the timing changes one only where it
// has just made it, or through inout. Every construct without a rule is an error.
import { all, byNeed, descendants, first, isNote, unknown } from './trees.mjs';

export { prelude } from './swift_library.mjs';

const calls = { '+': '$add', '-': '$sub', '*': '$mul', '/': '$div', '%': '$rem' };

/// From the loosest to the closest (The Swift Programming Language, operator declarations of the standard library).
const precedence = { '||': 2, '&&': 3, '<': 4, '>': 4, '<=': 4, '>=': 4, '==': 4, '!=': 4, '??': 5, '..<': 6, '+': 7, '-': 7, '*': 8, '/': 8, '%': 8 };

/// Parts of an expression that are only the grammar's way to group it.
const within = new Set(['additive_expression', 'multiplicative_expression', 'comparison_expression', 'equality_expression', 'infix_expression',
  'conjunction_expression', 'disjunction_expression', 'nil_coalescing_expression', 'ternary_expression', 'range_expression', 'prefix_expression',
  'navigation_expression', 'navigation_suffix', 'call_expression']);

function flattened(node) {
  return within.has(node.type) ? node.children.filter((it) => !isNote(it)).flatMap(flattened) : [node];
}

function joined(operator, a, b) {
  switch (operator) {
    case '||':
    case '&&':
    case '??':
      return `(${a} ${operator} ${b})`;
    case '<':
      return `$lt(${a}, ${b})`;
    case '>':
      return `$lt(${b}, ${a})`;
    case '<=':
      return `!$lt(${b}, ${a})`;
    case '>=':
      return `!$lt(${a}, ${b})`;
    case '==':
      return `$eq(${a}, ${b})`;
    case '!=':
      return `!$eq(${a}, ${b})`;
    case '..<':
      return `$range(${a}, ${b})`;
    default:
      return `${calls[operator]}(${a}, ${b})`;
  }
}

export class Swift {
  constructor() {
    this.classes = new Set();
    this.enums = new Set();
    this.members = new Set();
    this.locals = new Set();
  }

  /// Top-level declarations as JavaScript, by name.
  declarations(root) {
    for (const it of descendants(root)) {
      if (it.type === 'class_declaration') (first(it, 'enum_class_body') ? this.enums : this.classes).add(first(it, 'type_identifier').text);
    }
    const made = new Map();
    for (const node of root.children.filter((it) => it.named && !isNote(it))) {
      if (node.type === 'import_declaration' || node.type === 'protocol_declaration') continue;
      if (node.type === 'class_declaration') made.set(first(node, 'type_identifier').text, () => this.typeOf(node));
      else if (node.type === 'function_declaration') made.set(first(node, 'simple_identifier').text, () => `function ${this.functionOf(node)}`);
      else if (node.type === 'property_declaration') {
        for (const { name, type, value } of this.properties(node)) made.set(name, () => `const ${name} = ${this.typed(type, value)};`);
      } else unknown(node, 'Swift');
    }
    return made;
  }

  /// The static constants of the one enum of a file, each after those it names.
  data(root) {
    const body = first(first(root, 'class_declaration'), 'enum_class_body');
    const texts = new Map();
    for (const node of all(body, 'property_declaration')) {
      for (const { name, type, value } of this.properties(node)) texts.set(name, `const ${name} = ${this.typed(type, value)};`);
    }
    return byNeed(texts);
  }

  typeOf(node) {
    const name = first(node, 'type_identifier').text;
    const cases = first(node, 'enum_class_body');
    const body = cases ?? first(node, 'class_body');
    const outer = this.members;
    this.members = new Set();
    for (const it of body.children) {
      if (it.type === 'function_declaration') this.members.add(first(it, 'simple_identifier').text);
      if (it.type === 'property_declaration') this.properties(it, false).forEach((each) => this.members.add(each.name));
    }
    let text = '';
    const fields = [];
    let made = false;
    for (const it of body.children.filter((child) => child.named && !isNote(child))) {
      if (it.type === 'enum_entry') {
        const names = all(it, 'simple_identifier').map((each) => each.text);
        names.forEach((each, i) => (text += `static ${each} = new ${name}('${each}', ${i}n);\n`));
        text += `static allCases = [${names.map((each) => `${name}.${each}`).join(', ')}];\n`;
      } else if (it.type === 'property_declaration') {
        const computed = first(it, 'computed_property');
        const all = this.properties(it, !computed);
        if (computed) text += `get ${all[0].name}() ${this.typedBody(all[0].type, first(computed, 'statements'))}\n`;
        else fields.push(...all);
      } else if (it.type === 'function_declaration') text += `${this.functionOf(it)}\n`;
      else if (it.type === 'init_declaration') {
        made = true;
        text += `constructor${this.signatureAndBody(it, null)}\n`;
      } else if (it.type === 'class_declaration') text += `static ${first(it, 'type_identifier').text} = ${this.typeOf(it)};\n`;
      else unknown(it, 'Swift');
    }
    if (!cases) {
      text = fields.map((it) => `${it.name} = ${it.value ? this.typed(it.type, it.value) : 'null'};\n`).join('') + text;
      if (!made) text += this.memberwise(fields);
    }
    this.members = outer;
    return `class ${name}${cases ? ' extends SwiftEnum' : ''} {\n${text}}`;
  }

  /// The initialiser a struct has when it writes none.
  memberwise(fields) {
    const names = fields.map((it) => `${it.name}${it.value ? ` = ${this.typed(it.type, it.value)}` : ''}`).join(', ');
    return `constructor({ ${names} } = {}) {\n${fields.map((it) => `this.${it.name} = ${it.type ? this.coerced(it.type, it.name) : /^[\d.]+$/.test(it.value) ? `$D(${it.name})` : it.name};\n`).join('')}}\n`;
  }

  /// `let a: Int, b = 2` as name, type and value (JavaScript, empty if there is none).
  properties(node, values = true) {
    const made = [];
    const nodes = node.children.filter((it) => !isNote(it));
    for (let i = 0; i < nodes.length; i++) {
      if (nodes[i].type === 'pattern') made.push({ name: first(nodes[i], 'simple_identifier').text, type: null, value: '' });
      else if (nodes[i].type === 'type_annotation') made.at(-1).type = nodes[i].children[1];
      else if (nodes[i].type === '=' && values) made.at(-1).value = this.one(nodes[++i]);
    }
    return made;
  }

  /// A value for a place of that type; a written number without one is an Int.
  typed(type, value) {
    return type ? this.coerced(type, value) : value.startsWith('$written') ? `$I(${value})` : value;
  }

  coerced(type, value) {
    const make = this.maker(type);
    return make ? `${make}(${value})` : value;
  }

  maker(type) {
    if (type.type === 'optional_type') return this.maker(type.children[0]);
    if (type.type === 'array_type') {
      const inner = this.maker(type.children[1]);
      return inner ? `$all(${inner})` : '';
    }
    const name = [...descendants(type)].filter((it) => it.type === 'type_identifier').at(-1)?.text;
    return name === 'Double' ? '$D' : name === 'Int' ? '$I' : this.enums.has(name) && name !== 'Form' ? `$E(${name})` : '';
  }

  functionOf(node) {
    const result = node.children[node.children.findIndex((it) => it.type === '->') + 1];
    const name = first(node, 'simple_identifier').text;
    return `${name}${this.signatureAndBody(node, node.children.some((it) => it.type === '->') ? result : null)}`;
  }

  /// `(a, { at: t = 1 } = {}) {…}`: what has a label comes by its label.
  signatureAndBody(node, result) {
    const outer = new Set(this.locals);
    const positional = [];
    const labelled = [];
    let coercions = '';
    for (let i = 0; i < node.children.length; i++) {
      const it = node.children[i];
      if (it.type !== 'parameter') continue;
      const names = all(it, 'simple_identifier').map((each) => each.text);
      const inner = names.at(-1);
      this.locals.add(inner);
      const value = node.children[i + 1]?.type === '=' ? ` = ${this.one(node.children[i + 2])}` : '';
      if (names[0] === '_') positional.push(inner + value);
      else labelled.push(`${names[0]}: ${inner}${value}`);
      const type = it.children.at(-1);
      const make = this.maker(type);
      coercions += make ? `${inner} = ${make}(${inner});\n` : '';
    }
    const parameters = [...positional, ...(labelled.length > 0 ? [`{ ${labelled.join(', ')} } = {}`] : [])].join(', ');
    const statements = first(first(node, 'function_body'), 'statements');
    const made = `(${parameters}) ${this.typedBody(result, statements, coercions)}`;
    this.locals = outer;
    return made;
  }

  typedBody(type, statements, before = '') {
    const outer = new Set(this.locals);
    const outerType = this.result;
    this.result = type;
    this.declareLocals(statements);
    const made = `{\n${before}${this.statements(statements)}}`;
    this.result = outerType;
    this.locals = outer;
    return made;
  }

  /// Names a function declares hide members of the same name.
  declareLocals(node) {
    for (const it of node ? descendants(node) : []) {
      if (it.type === 'pattern' && first(it, 'simple_identifier')) this.locals.add(first(it, 'simple_identifier').text);
      if (it.type === 'function_declaration') this.locals.add(first(it, 'simple_identifier').text);
      const bound = it.children.findIndex((child) => child.type === 'value_binding_pattern');
      if (bound >= 0 && it.children[bound + 1]?.type === 'simple_identifier') this.locals.add(it.children[bound + 1].text);
    }
  }

  statements(node) {
    const nodes = node ? node.children.filter((it) => it.named && !isNote(it)) : [];
    const plainOne = nodes.length === 1 && (nodes[0].type.endsWith('expression') || nodes[0].type === 'simple_identifier' || nodes[0].type.endsWith('literal'));
    if (plainOne && this.result !== undefined) return `return ${this.returned(nodes[0])};\n`;
    return nodes.map((it) => this.statement(it)).join('');
  }

  returned(node) {
    return this.result ? this.coerced(this.result, this.one(node)) : this.one(node);
  }

  /// Statements within a statement never stand for a value.
  block(node) {
    const outer = this.result;
    const nodes = node ? node.children.filter((it) => it.named && !isNote(it)) : [];
    const made = `{\n${nodes.map((it) => this.statement(it)).join('')}}`;
    this.result = outer;
    return made;
  }

  statement(node) {
    switch (node.type) {
      case 'property_declaration':
        return this.properties(node).map((it) => `let ${it.name} = ${it.value ? this.typed(it.type, it.value) : 'null'};\n`).join('');
      case 'control_transfer_statement': {
        const word = node.children[0].type;
        return node.children[1] ? `${word} ${this.returned(node.children[1])};\n` : `${word};\n`;
      }
      case 'assignment': {
        const [target, operator, value] = node.children;
        const place = this.one(target.children[0]);
        return operator.type === '=' ? `${place} = ${this.one(value)};\n` : `${place} = ${calls[operator.type[0]]}(${place}, ${this.one(value)});\n`;
      }
      case 'if_statement':
        return this.ifStatement(node);
      case 'guard_statement': {
        const at = node.children.findIndex((it) => it.type === 'else');
        const { before, conditions } = this.conditions(node.children.slice(1, at));
        return `${before}if (!(${conditions})) ${this.block(first(node, 'statements'))}\n`;
      }
      case 'for_statement': {
        const at = node.children.findIndex((it) => it.type === 'in');
        const name = first(node.children[1], 'simple_identifier')?.text ?? '_';
        const where = first(node, 'where_clause');
        const test = where ? `if (!(${this.one(where.children[1])})) continue;\n` : '';
        const body = first(node, 'statements');
        return `for (const ${name} of ${this.one(node.children[at + 1])}) {\n${test}${this.block(body)}\n}\n`;
      }
      case 'while_statement':
        return `while (${this.one(node.children[1])}) ${this.block(first(node, 'statements'))}\n`;
      case 'switch_statement': {
        const of = this.one(node.children[1]);
        return all(node, 'switch_entry').map((entry) => {
          const names = all(entry, 'switch_pattern').map((it) => [...descendants(it)].find((each) => each.type === 'simple_identifier').text);
          const test = names.map((it) => `$eq(${of}, $case('${it}'))`).join(' || ') || 'true';
          return `if (${test}) ${this.block(first(entry, 'statements'))}\n`;
        }).join('else ');
      }
      case 'function_declaration': {
        const result = node.children[node.children.findIndex((it) => it.type === '->') + 1];
        return `const ${first(node, 'simple_identifier').text} = ${this.signatureAndBody(node, result).replace(/^(\(.*?\)) \{/s, '$1 => {')};\n`;
      }
      default:
        return `${this.one(node)};\n`;
    }
  }

  /// Conditions with `let`: the name is declared before, and set while they are asked.
  conditions(nodes) {
    let before = '';
    const parts = [];
    for (let i = 0; i < nodes.length; i++) {
      if (nodes[i].type === ',') continue;
      if (nodes[i].type === 'value_binding_pattern') {
        const name = nodes[i + 1].text;
        before += `let ${name};\n`;
        parts.push(`(${name} = ${this.shadowed(name, nodes[i + 3])}) != null`);
        i += 3;
      } else parts.push(this.one(nodes[i]));
    }
    return { before, conditions: parts.join(' && ') };
  }

  /// In `if let place = place(…)` the right side still means the member.
  shadowed(name, node) {
    const had = this.locals.delete(name);
    const made = this.one(node);
    if (had) this.locals.add(name);
    return made;
  }

  ifStatement(node) {
    const open = node.children.findIndex((it) => it.type === '{');
    const { before, conditions } = this.conditions(node.children.slice(1, open));
    const otherwise = node.children.findIndex((it) => it.type === 'else');
    const then = node.children.slice(open, otherwise < 0 ? undefined : otherwise).find((it) => it.type === 'statements');
    let text = `if (${conditions}) ${this.block(then)}`;
    if (otherwise >= 0) {
      const rest = node.children.slice(otherwise + 1);
      const nested = rest.find((it) => it.type === 'if_statement');
      text += ` else {\n${nested ? this.ifStatement(nested) : this.block(rest.find((it) => it.type === 'statements'))}\n}`;
    }
    return before ? `{\n${before}${text}\n}\n` : `${text}\n`;
  }

  /// The grammar's own precedences are not Swift's (a comparison ends at `||`, a product takes in `.name`): an expression
  /// is flattened to its tokens and put together by the language's rules.
  expression(node) {
    const tokens = flattened(node);
    let at = 0;
    const word = () => (at < tokens.length ? tokens[at].text || tokens[at].children[0]?.text || tokens[at].type : '');
    const binary = (least) => {
      let left = prefix();
      for (;;) {
        const operator = word();
        if (operator === '?' && least <= 1) {
          at++;
          const yes = binary(0);
          if (word() !== ':') unknown(node, 'Swift');
          at++;
          left = `(${left} ? ${yes} : ${binary(0)})`;
          continue;
        }
        const binds = precedence[operator];
        if (binds === undefined || binds < least) return left;
        at++;
        left = joined(operator, left, binary(binds + 1));
      }
    };
    const prefix = () => {
      const operator = word();
      if (operator === '-' || operator === '!' || operator === '&') {
        at++;
        const inner = prefix();
        return operator === '-' ? `$neg(${inner})` : operator === '!' ? `!${inner}` : inner;
      }
      return postfix();
    };
    const postfix = () => {
      if (word() === '.') { // a case of an enum that the place tells
        at += 2;
        return `$case('${tokens[at - 1].text}')`;
      }
      const start = tokens[at++];
      let made = start.type === 'call_suffix' ? this.given(start) // parentheses behind a sign
        : start.type === 'simple_identifier' && tokens[at]?.type === 'call_suffix' ? this.called(start.text, tokens[at++]) : this.one(start);
      for (; at < tokens.length; at++) {
        if (tokens[at].type === 'call_suffix') made += this.given(tokens[at]);
        else if (word() === '.') made += `.${tokens[++at].text}`;
        else if (word() === '?' && tokens[at].children.length > 0) { // of a chain; a choice's has none
          made += `?.${tokens[at + 2].text}`;
          at += 2;
        } else break;
      }
      return made;
    };
    const made = binary(0);
    if (at !== tokens.length) unknown(node, 'Swift');
    return made;
  }

  /// `name(…)`: a new object, a case by its raw value, or a call.
  called(name, suffix) {
    const given = this.given(suffix);
    if (this.enums.has(name)) return `$from(${name}, ${given.slice(1)}`;
    const callee = this.members.has(name) && !this.locals.has(name) ? `this.${name}` : name;
    return `${this.classes.has(name) ? 'new ' : ''}${callee}${given}`;
  }

  /// Arguments or a subscript: what has a label goes by its label.
  given(suffix) {
    const list = first(suffix, 'value_arguments');
    if (list?.children[0].type === '[') return `[${this.one(first(list, 'value_argument').children[0])}]`;
    const positional = [];
    const labelled = [];
    for (const it of list ? all(list, 'value_argument') : []) {
      const label = first(it, 'value_argument_label');
      const value = this.one(it.children.at(-1));
      if (label) labelled.push(`${first(label, 'simple_identifier').text}: ${value}`);
      else positional.push(value);
    }
    const closure = first(suffix, 'lambda_literal');
    if (closure) positional.push(this.one(closure));
    return `(${[...positional, ...(labelled.length > 0 ? [`{ ${labelled.join(', ')} }`] : [])].join(', ')})`;
  }

  one(node) {
    if (within.has(node.type)) return this.expression(node);
    switch (node.type) {
      case 'simple_identifier':
        return this.members.has(node.text) && !this.locals.has(node.text) ? `this.${node.text}` : node.text;
      case 'self_expression':
        return 'this';
      case 'integer_literal':
        return `$written(${node.text.replaceAll('_', '')})`;
      case 'real_literal':
      case 'boolean_literal':
        return node.text || node.children[0].type;
      case 'nil':
        return 'null';
      case 'line_string_literal':
        return JSON.stringify(node.text.slice(1, -1));
      case 'array_literal':
        return `[${node.children.filter((it) => it.named && !isNote(it)).map((it) => this.one(it)).join(', ')}]`;
      case 'tuple_expression':
        return `(${this.one(node.children[1])})`;
      case 'lambda_literal': {
        const named = [...descendants(node)].filter((it) => it.type === 'lambda_parameter').map((it) => first(it, 'simple_identifier')?.text ?? '_');
        const outer = new Set(this.locals);
        named.forEach((it) => this.locals.add(it));
        const made = `(${named.length > 0 ? named.join(', ') : '$0, $1'}) => ${this.typedBody(null, first(node, 'statements'))}`;
        this.locals = outer;
        return made;
      }
      default:
        return unknown(node, 'Swift');
    }
  }
}
