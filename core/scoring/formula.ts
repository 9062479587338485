/**
 * Formulas of scales: arithmetic over other scales and `marks`. A small language of its own, read by recursive descent.
 *
 *   sum     = product { ("+" | "−") product }      product = sign { ("×" | "÷") sign }      sign = ["−"] value
 *   value   = number | name | "(" sum ")" | ("min" | "max") "(" sum { "," sum } ")" | "round" "(" sum ["," sum] ")"
 *           | "if" "(" sum compare sum "," sum "," sum ")"          compare = "<" | "<=" | ">" | ">=" | "=" | "!="
 */
import { round9 } from '../values/numbers';

type Compare = '<' | '<=' | '>' | '>=' | '=' | '!=';
export type Expression =
  | { is: 'number'; value: number }
  | { is: 'name'; name: string; at: number }
  | { is: 'minus'; of: Expression }
  | { is: '+' | '-' | '*' | '/'; left: Expression; right: Expression }
  | { is: 'min' | 'max'; of: Expression[] }
  | { is: 'round'; of: Expression; digits: Expression | null }
  | { is: 'if'; compare: Compare; left: Expression; right: Expression; then: Expression; else: Expression };

/** @property at index of the character at fault */
export type FormulaFault = { at: number; reason: string };
/** @property length as it is written, which may be longer than what it means */
type Token = { is: 'number' | 'name' | 'sign'; text: string; at: number; length: number };

class Wrong extends Error {
  constructor(readonly fault: FormulaFault) {
    super(fault.reason);
  }
}
const wrong = (at: number, reason: string) => new Wrong({ at, reason });

const alike: Record<string, string> = {
  '−': '-',
  '–': '-',
  '×': '*',
  '·': '*',
  '÷': '/',
  ':': '/',
  '≤': '<=',
  '≥': '>=',
  '≠': '!=',
  '==': '=',
};

/** @param names that may stand in it: the longest one wins, since ids may hold hyphens */
function tokens(text: string, names: string[]): Token[] {
  const longest = [...names].sort((a, b) => b.length - a.length);
  const found: Token[] = [];
  let at = 0;
  while (at < text.length) {
    const rest = text.slice(at);
    const space = /^\s+/.exec(rest);
    if (space) {
      at += space[0].length;
      continue;
    }
    const number = /^\d+([.]\d+)?/.exec(rest);
    const named = longest.find((name) => rest.startsWith(name) && !/^[A-Za-z0-9_]/.test(rest.slice(name.length)));
    const word = named ?? /^[A-Za-z_][A-Za-z0-9_]*/.exec(rest)?.[0];
    const sign = /^(<=|>=|!=|==|[<>=+\-*/(),−–×·÷:≤≥≠])/.exec(rest);
    const length = word?.length ?? number?.[0].length ?? sign?.[0].length ?? 1;
    if (word !== undefined) found.push({ is: 'name', text: word, at, length });
    else if (number) found.push({ is: 'number', text: number[0], at, length });
    else if (sign) found.push({ is: 'sign', text: alike[sign[0]] ?? sign[0], at, length });
    else throw wrong(at, `“${rest[0] ?? ''}” means nothing here`);
    at += length;
  }
  return found;
}

/**
 * The same formula with other names in it, as a creator reads scales by name and the document keeps their ids.
 * @param names what each name becomes; names that are not there stay
 */
export function renamed(text: string, names: ReadonlyMap<string, string>): string {
  let done = '';
  let at = 0;
  for (const token of tokens(text, [...names.keys()])) {
    done +=
      text.slice(at, token.at) +
      ((token.is === 'name' && names.get(token.text)) || text.slice(token.at, token.at + token.length));
    at = token.at + token.length;
  }
  return done + text.slice(at);
}

/**
 * Reads a formula.
 * @param names scale ids and "marks": any other name is a fault
 * @returns the expression, or what is wrong and where
 */
export function parseFormula(text: string, names: string[]): { expression: Expression } | { fault: FormulaFault } {
  try {
    const all = tokens(text, names);
    let next = 0;
    const peek = () => all[next];
    const end = text.length;
    const signOf = <S extends string>(...signs: S[]): S | undefined => {
      const token = peek();
      return token?.is === 'sign' ? signs.find((s) => s === token.text) : undefined;
    };
    const isSign = (sign: string) => signOf(sign) !== undefined;
    const take = (sign: string) => {
      if (!isSign(sign)) throw wrong(peek()?.at ?? end, `“${sign}” is expected here`);
      next += 1;
    };
    const sum = (): Expression => {
      let left = product();
      for (let is = signOf('+', '-'); is; is = signOf('+', '-')) {
        next += 1;
        left = { is, left, right: product() };
      }
      return left;
    };
    const product = (): Expression => {
      let left = sign();
      for (let is = signOf('*', '/'); is; is = signOf('*', '/')) {
        next += 1;
        left = { is, left, right: sign() };
      }
      return left;
    };
    const sign = (): Expression => {
      if (isSign('-')) {
        next += 1;
        return { is: 'minus', of: sign() };
      }
      if (isSign('+')) next += 1;
      return value();
    };
    const list = (): Expression[] => {
      take('(');
      const of = [sum()];
      while (isSign(',')) {
        next += 1;
        of.push(sum());
      }
      take(')');
      return of;
    };
    const value = (): Expression => {
      const token = peek();
      if (!token) throw wrong(end, 'a number or a name is expected here');
      if (token.is === 'number') {
        next += 1;
        return { is: 'number', value: Number(token.text) };
      }
      if (isSign('(')) {
        next += 1;
        const inner = sum();
        take(')');
        return inner;
      }
      if (token.is !== 'name') throw wrong(token.at, 'a number or a name is expected here');
      next += 1;
      const called = isSign('(') && !names.includes(token.text);
      if (called && (token.text === 'min' || token.text === 'max')) return { is: token.text, of: list() };
      if (called && token.text === 'round') {
        const [of, digits, more] = list();
        if (!of || more) throw wrong(token.at, 'round takes a value, and how many decimals to keep');
        return { is: 'round', of, digits: digits ?? null };
      }
      if (called && token.text === 'if') return condition();
      if (names.includes(token.text)) return { is: 'name', name: token.text, at: token.at };
      throw wrong(token.at, `there is no scale “${token.text}”`);
    };
    const condition = (): Expression => {
      take('(');
      const left = sum();
      const token = peek();
      const compare = signOf('<', '<=', '>', '>=', '=', '!=');
      if (!compare) throw wrong(token?.at ?? end, 'a comparison is expected here: < <= > >= = !=');
      next += 1;
      const right = sum();
      take(',');
      const then = sum();
      take(',');
      const otherwise = sum();
      take(')');
      return { is: 'if', compare, left, right, then, else: otherwise };
    };
    const expression = sum();
    const rest = peek();
    if (rest) throw wrong(rest.at, `“${rest.text}” is not expected here`);
    return { expression };
  } catch (error) {
    if (error instanceof Wrong) return { fault: error.fault };
    throw error;
  }
}

/** Every name in a formula. */
export function namesIn(expression: Expression): string[] {
  switch (expression.is) {
    case 'number':
      return [];
    case 'name':
      return [expression.name];
    case 'minus':
      return namesIn(expression.of);
    case 'min':
    case 'max':
      return expression.of.flatMap(namesIn);
    case 'round':
      return [...namesIn(expression.of), ...(expression.digits ? namesIn(expression.digits) : [])];
    case 'if':
      return [expression.left, expression.right, expression.then, expression.else].flatMap(namesIn);
    default:
      return [...namesIn(expression.left), ...namesIn(expression.right)];
  }
}

const compares: Record<Compare, (a: number, b: number) => boolean> = {
  '<': (a, b) => a < b,
  '<=': (a, b) => a <= b,
  '>': (a, b) => a > b,
  '>=': (a, b) => a >= b,
  '=': (a, b) => a === b,
  '!=': (a, b) => a !== b,
};

/** Rounds to so many decimals, halves up: 2.5 is 3, −2.5 is −2. */
export function roundHalfUp(value: number, digits = 0): number {
  const factor = 10 ** Math.round(digits);
  return Math.floor(round9(value * factor) + 0.5) / factor;
}

/** @returns the value, rounded to 9 decimals; null where a value it needs is null, or it divides by zero */
export function evaluate(expression: Expression, valueOf: (name: string) => number | null): number | null {
  const value = compute(expression, valueOf);
  return value === null || !Number.isFinite(value) ? null : round9(value);
}

const operators: Record<'+' | '-' | '*' | '/', (a: number, b: number) => number | null> = {
  '+': (a, b) => a + b,
  '-': (a, b) => a - b,
  '*': (a, b) => a * b,
  '/': (a, b) => (b === 0 ? null : a / b),
};

function compute(e: Expression, valueOf: (name: string) => number | null): number | null {
  switch (e.is) {
    case 'number':
      return e.value;
    case 'name':
      return valueOf(e.name);
    case 'minus': {
      const of = compute(e.of, valueOf);
      return of === null ? null : -of;
    }
    case 'min':
    case 'max': {
      const of = e.of.map((one) => compute(one, valueOf)).filter((one) => one !== null);
      return of.length < e.of.length ? null : Math[e.is](...of);
    }
    case 'round': {
      const of = compute(e.of, valueOf);
      const digits = e.digits ? compute(e.digits, valueOf) : 0;
      return of === null || digits === null ? null : roundHalfUp(of, digits);
    }
    case 'if': {
      const left = compute(e.left, valueOf);
      const right = compute(e.right, valueOf);
      if (left === null || right === null) return null;
      return compute(compares[e.compare](round9(left), round9(right)) ? e.then : e.else, valueOf);
    }
    default: {
      const left = compute(e.left, valueOf);
      const right = compute(e.right, valueOf);
      return left === null || right === null ? null : operators[e.is](left, right);
    }
  }
}
