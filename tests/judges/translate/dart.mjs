// Dart to JavaScript, as far as the exported timing needs it. Not a compiler: types are dropped, names are not checked.
// Every construct without a rule is an error.
import { all, byNeed, descendants, first, isNote, unknown } from './trees.mjs';

/// What Dart's own library gives these files.
export const prelude = `
const { min, max, cos, sin, exp, PI: pi } = Math;
const method = (type, name, value) => Object.defineProperty(type.prototype, name, { value, configurable: true });
method(Number, 'toDouble', function () { return +this; });
method(Number, 'toInt', function () { return Math.trunc(this); });
method(Number, 'floorToDouble', function () { return Math.floor(this); });
method(Number, 'abs', function () { return Math.abs(this); });
method(Array, 'add', function (it) { this.push(it); });
method(Array, 'contains', Array.prototype.includes);
Object.defineProperty(Array.prototype, 'isEmpty', { get() { return this.length === 0; }, configurable: true });
const enumOf = (...names) => {
  const made = {};
  made.values = names.map((name, index) => (made[name] = Object.freeze({ name, index })));
  return made;
};
`;

const dropped = new Set(['type_identifier', 'type_arguments', 'nullable_type', 'void_type', 'const_builtin', 'final_builtin', 'annotation', 'abstract', 'late_builtin', 'late']);
const asItIs = new Set(['decimal_integer_literal', 'decimal_floating_point_literal', 'string_literal', 'true', 'false', 'null_literal', 'this',
  'break_statement', 'continue_statement', 'case_builtin', 'additive_operator', 'relational_operator', 'logical_or_operator', 'logical_and_operator',
  'minus_operator', 'negation_operator', 'increment_operator', 'if']);
const inOrder = new Set(['selector', 'argument_part', 'argument', 'parenthesized_expression', 'logical_or_expression', 'logical_and_expression',
  'relational_expression', 'equality_expression', 'additive_expression', 'conditional_expression', 'if_null_expression', 'unary_expression',
  'prefix_operator', 'postfix_expression', 'postfix_operator', 'assignment_expression', 'assignable_expression', 'index_selector', 'block',
  'expression_statement', 'return_statement', 'while_statement', 'switch_block', 'switch_statement', 'switch_statement_case', 'switch_statement_default',
  'constant_pattern', 'conditional_assignable_selector', 'function_expression_body']);

export class Dart {
  constructor(classes = new Set()) {
    this.classes = classes;
    this.members = new Set();
    this.locals = new Set();
  }

  /// Top-level declarations as JavaScript, by name.
  declarations(root) {
    for (const it of descendants(root)) {
      if (it.type === 'class_definition') this.classes.add(first(it, 'identifier').text);
    }
    const made = new Map();
    const nodes = root.children.filter((it) => !isNote(it) && it.type !== 'import_or_export');
    for (let i = 0; i < nodes.length; i++) {
      const node = nodes[i];
      if (node.type === 'class_definition') made.set(first(node, 'identifier').text, () => this.classOf(node));
      else if (node.type === 'enum_declaration') made.set(first(node, 'identifier').text, () => this.enumOf(node));
      else if (node.type === 'function_signature') {
        const body = nodes[++i];
        made.set(first(node, 'identifier').text, () => this.functionOf(node, body, 'function '));
      } else if (node.type === 'static_final_declaration_list') {
        for (const it of all(node, 'static_final_declaration')) {
          made.set(first(it, 'identifier').text, () => `const ${first(it, 'identifier').text} = ${this.list(it.children.slice(2))};`);
        }
      } else if (node.named && !dropped.has(node.type)) unknown(node, 'Dart');
    }
    return made;
  }

  /// A file of constants, each after those it names.
  data(root) {
    const made = this.declarations(root);
    return byNeed(new Map([...made].map(([name, make]) => [name, make()])));
  }

  enumOf(node) {
    const names = all(first(node, 'enum_body'), 'enum_constant').map((it) => `'${first(it, 'identifier').text}'`);
    return `const ${first(node, 'identifier').text} = enumOf(${names.join(', ')});`;
  }

  classOf(node) {
    const body = first(node, 'class_body');
    const nodes = body.children.filter((it) => it.named && !isNote(it) && it.type !== 'annotation');
    this.members = new Set();
    for (const it of nodes) {
      const signature = it.type === 'method_signature' ? it.children.find((child) => child.type.endsWith('signature')) : null;
      if (signature && signature.type !== 'constructor_signature') this.members.add(first(signature, 'identifier').text);
      const list = first(it, 'initialized_identifier_list');
      for (const field of list ? all(list, 'initialized_identifier') : []) this.members.add(first(field, 'identifier').text);
    }
    let fields = '';
    let methods = '';
    let constructor = null;
    for (let i = 0; i < nodes.length; i++) {
      const signature = nodes[i].children.find((child) => child.type.endsWith('signature'));
      const list = first(nodes[i], 'initialized_identifier_list');
      if (list) {
        for (const field of all(list, 'initialized_identifier')) {
          fields += `${first(field, 'identifier').text} = ${this.list(field.children.slice(2)) || 'null'};\n`;
        }
      } else if (signature?.type.endsWith('constructor_signature')) {
        const more = nodes[i].type === 'method_signature' && nodes[i + 1]?.type === 'function_body' ? nodes[++i] : null;
        constructor = { signature, initializers: first(nodes[i - (more ? 1 : 0)], 'initializers') ?? first(signature, 'initializers'), body: more };
      } else if (signature) {
        const hasBody = nodes[i + 1]?.type === 'function_body';
        if (hasBody) methods += this.functionOf(signature, nodes[++i], signature.type === 'getter_signature' ? 'get ' : '') + '\n';
      } else unknown(nodes[i], 'Dart');
    }
    const base = first(node, 'superclass') ? ` extends ${first(first(node, 'superclass'), 'type_identifier').text}` : '';
    const made = `class ${first(node, 'identifier').text}${base} {\n${fields}${constructor ? this.constructorOf(constructor, base) : ''}${methods}}`;
    this.members = new Set();
    return made;
  }

  constructorOf({ signature, initializers, body }, base) {
    const list = first(signature, 'formal_parameter_list');
    const own = [...descendants(list)].filter((it) => it.type === 'constructor_param').map((it) => first(it, 'identifier').text);
    this.locals = new Set();
    let text = `constructor(${this.parameters(list)}) {\n${base ? 'super();\n' : ''}`;
    for (const name of own) text += `this.${name} = ${name};\n`;
    this.locals = new Set();
    for (const entry of initializers ? all(initializers, 'initializer_list_entry') : []) {
      const field = first(entry, 'field_initializer');
      text += `this.${first(field, 'identifier').text} = ${this.list(field.children.slice(2))};\n`;
    }
    if (body) text += this.inFunction(body, () => this.list(first(body, 'block').children.slice(1, -1)));
    return `${text}}\n`;
  }

  /// `(a, b, { c = 1 } = {})`: named ones come as one object.
  parameters(list) {
    const made = [];
    for (const it of list.children) {
      if (it.type === 'formal_parameter') made.push(this.parameter(it));
      else if (it.type === 'optional_formal_parameters') {
        const named = it.children[0].type === '{';
        const inner = [];
        for (let i = 0; i < it.children.length; i++) {
          if (it.children[i].type !== 'formal_parameter') continue;
          const end = it.children.findIndex((child, at) => at > i && (child.type === ',' || child.type === '}' || child.type === ']'));
          const value = it.children[i + 1].type === '=' ? this.list(it.children.slice(i + 2, end)) : 'null';
          inner.push(`${this.parameter(it.children[i])} = ${value}`);
        }
        made.push(named ? `{ ${inner.join(', ')} } = {}` : inner.join(', '));
      } else if (it.named) unknown(it, 'Dart');
    }
    return made.join(', ');
  }

  parameter(node) {
    const name = first(first(node, 'constructor_param') ?? node, 'identifier').text;
    this.locals.add(name);
    return name;
  }

  /// Names a function declares hide members of the same name.
  inFunction(node, make) {
    const outer = new Set(this.locals);
    for (const it of descendants(node)) {
      if (['initialized_variable_definition', 'function_signature', 'for_loop_parts'].includes(it.type)) {
        const name = it.type === 'for_loop_parts' && !it.children.some((child) => child.type === 'in') ? null : first(it, 'identifier');
        if (name) this.locals.add(name.text);
      } else if (it.type === 'formal_parameter') this.locals.add(first(it, 'identifier').text);
    }
    const made = make();
    this.locals = outer;
    return made;
  }

  functionOf(signature, body, prefix) {
    const outer = new Set(this.locals);
    const list = first(signature, 'formal_parameter_list');
    const parameters = list ? this.parameters(list) : '';
    const made = this.inFunction(body, () => `${prefix}${first(signature, 'identifier').text}(${parameters}) ${this.body(body)}`);
    this.locals = outer;
    return made;
  }

  body(node) {
    const block = first(node, 'block');
    return block ? this.one(block) : `{ return ${this.list(node.children.filter((it) => it.type !== '=>' && it.type !== ';'))}; }`;
  }

  /// Children in their order; a class's name before its arguments makes an object.
  list(nodes) {
    let text = '';
    nodes = nodes.filter((it) => !isNote(it));
    for (let i = 0; i < nodes.length; i++) {
      const called = nodes[i].type === 'identifier' && nodes[i + 1]?.type === 'selector' && first(nodes[i + 1], 'argument_part');
      text += (called && this.classes.has(nodes[i].text) ? 'new ' : '') + this.one(nodes[i]);
      const word = nodes[i].type === 'return' || nodes[i].type === 'in' || nodes[i].type === 'else' || nodes[i].type === 'case_builtin';
      text += word ? ' ' : '';
    }
    return text;
  }

  one(node) {
    if (!node.named) return node.type === '==' ? '===' : node.type;
    if (dropped.has(node.type) || isNote(node)) return '';
    if (asItIs.has(node.type)) return node.text || node.children.map((it) => it.text || it.type).join(' ');
    if (inOrder.has(node.type)) return this.list(node.children);
    switch (node.type) {
      case 'identifier':
        return this.members.has(node.text) && !this.locals.has(node.text) ? `this.${node.text}` : node.text;
      case 'qualified':
        return node.children.map((it) => it.text || it.type).join('');
      case 'constructor_invocation': // of the language's own library there is one: List<T>.filled
        if (first(node, 'type_identifier')?.text !== 'List') unknown(node, 'Dart');
        return `((count, value) => new Array(count).fill(value))${this.one(first(node, 'arguments'))}`;
      case 'equality_operator':
        return `${node.text}=`;
      case 'unconditional_assignable_selector':
        return node.children[0].type === '.' ? `.${node.children[1].text}` : this.list(node.children);
      case 'arguments': {
        const positional = all(node, 'argument').map((it) => this.one(it));
        const named = all(node, 'named_argument').map((it) => `${first(first(it, 'label'), 'identifier').text}: ${this.list(it.children.slice(1))}`);
        return `(${[...positional, ...(named.length > 0 ? [`{ ${named.join(', ')} }`] : [])].join(', ')})`;
      }
      case 'multiplicative_expression': {
        let made = '';
        let operator = null;
        let operand = [];
        const fold = () => {
          const right = this.list(operand);
          made = !operator ? right : operator === '~/' ? `Math.trunc((${made}) / ${right})` : `${made} ${operator} ${right}`;
          operand = [];
        };
        for (const it of node.children) {
          if (it.type === 'multiplicative_operator') {
            fold();
            operator = it.text || it.children[0].type;
          } else operand.push(it);
        }
        fold();
        return made;
      }
      case 'local_variable_declaration':
        return `${this.list(node.children.filter((it) => it.type !== ';'))};\n`;
      case 'initialized_variable_definition': {
        const at = node.children.findIndex((it) => it.type === 'identifier');
        return `let ${node.children[at].text} = ${this.list(node.children.slice(at + 2)) || 'null'}`;
      }
      case 'if_statement':
      case 'for_statement':
        return `${this.list(node.children)}\n`;
      case 'for_loop_parts': {
        const at = node.children.findIndex((it) => it.type === 'in');
        if (at < 0) return this.list(node.children.map((it) => (it.type === 'local_variable_declaration' ? { ...it, type: 'loop_start' } : it)));
        return `(const ${first(node, 'identifier').text} of ${this.list(node.children.slice(at + 1, -1))})`;
      }
      case 'loop_start':
        return this.list(node.children);
      case 'local_function_declaration': {
        const lambda = first(node, 'lambda_expression');
        const signature = first(lambda, 'function_signature');
        return `const ${first(signature, 'identifier').text} = ${this.lambda(first(signature, 'formal_parameter_list'), first(lambda, 'function_body'))};\n`;
      }
      case 'function_expression':
        return this.lambda(first(node, 'formal_parameter_list'), first(node, 'function_expression_body'));
      case 'list_literal': {
        const nodes = node.children.filter((it) => it.type !== 'const_builtin' && it.type !== 'type_arguments');
        if (!nodes.some((it) => it.type === 'for_element')) return this.list(nodes);
        return `(() => { const $ = []; ${nodes.slice(1, -1).map((it) => this.element(it)).join('')} return $; })()`;
      }
      default:
        return unknown(node, 'Dart');
    }
  }

  lambda(list, body) {
    return this.inFunction({ children: [list, body] }, () => `(${this.parameters(list)}) => ${this.body(body)}`);
  }

  element(node) {
    if (node.type === ',') return '';
    const body = (nodes) => (nodes.length === 1 && ['if_element', 'for_element'].includes(nodes[0].type) ? this.element(nodes[0]) : `$.push(${this.list(nodes)});`);
    if (node.type === 'for_element') {
      const parts = first(node, 'for_loop_parts');
      return `for ${this.one(parts)} ${body(node.children.slice(node.children.indexOf(parts) + 1))}`;
    }
    if (node.type === 'if_element') {
      const end = node.children.findIndex((it) => it.type === ')');
      return `if (${this.list(node.children.slice(2, end))}) ${body(node.children.slice(end + 1))}`;
    }
    return unknown(node, 'Dart');
  }
}
