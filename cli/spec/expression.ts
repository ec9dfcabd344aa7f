// Reads an expression as formulas are written ("V = h/3 · (A₁ + √(A₁·A₂))") and works it out, so that what is shown can
// be held against what is computed. Knows nothing of any formula.

const UNITS: Readonly<Record<string, number>> = {
  mm: 1e-3,
  g: 1e-3,
  h: 3600,
  m: 1,
  'm²': 1,
  'kg/m²': 1,
  '°C': 1,
};
const CALLS: Readonly<Record<string, (...x: number[]) => number>> = {
  max: Math.max,
  min: Math.min,
  ln: Math.log,
  tan: (degrees) => Math.tan((degrees * Math.PI) / 180),
  round: Math.round,
};
const POWERS: Readonly<Record<string, number>> = { '²': 2, '³': 3 };

/** A reading head over the right side of an equation. */
class Reader {
  #at = 0;

  constructor(
    readonly text: string,
    /** The longest first, so that "T_face" is not taken for "T". */
    readonly symbols: readonly string[],
    readonly valueOf: (symbol: string) => number,
  ) {}

  /** Takes a sign if it comes next. */
  #take(...signs: readonly string[]): string | undefined {
    while (this.text[this.#at] === ' ') this.#at += 1;
    const sign = signs.find((s) => this.text.startsWith(s, this.#at));
    if (sign !== undefined) this.#at += sign.length;
    return sign;
  }

  #need(sign: string): void {
    if (!this.#take(sign))
      throw new Error(`“${sign}” is missing at “${this.text.slice(this.#at)}” of “${this.text}”`);
  }

  whole(): number {
    const value = this.sum();
    if (this.text.slice(this.#at).trim() !== '')
      throw new Error(`“${this.text.slice(this.#at)}” of “${this.text}” cannot be read`);
    return value;
  }

  sum(): number {
    let value = this.#product();
    for (let sign = this.#take('+', '−'); sign; sign = this.#take('+', '−'))
      value += sign === '+' ? this.#product() : -this.#product();
    return value;
  }

  #product(): number {
    let value = this.#power();
    for (let sign = this.#take('·', '/'); sign; sign = this.#take('·', '/'))
      value = sign === '·' ? value * this.#power() : value / this.#power();
    return value;
  }

  #power(): number {
    if (this.#take('−')) return -this.#power();
    let value = this.#primary();
    for (let sign = this.#take('²', '³', '^'); sign; sign = this.#take('²', '³', '^'))
      value **= sign === '^' ? this.#primary() : POWERS[sign];
    return value;
  }

  #primary(): number {
    if (this.#take('(')) {
      const value = this.sum();
      this.#need(')');
      return value;
    }
    if (this.#take('⌈')) {
      const value = this.sum();
      this.#need('⌉');
      return Math.ceil(value - 1e-9);
    }
    if (this.#take('|')) {
      const value = this.sum();
      this.#need('|');
      return Math.abs(value);
    }
    if (this.#take('√')) return Math.sqrt(this.#primary());
    if (this.#take('½')) return 0.5;
    if (this.#take('π')) return Math.PI;
    if (this.#take('e^')) return Math.exp(this.#primary());
    return this.#number() ?? this.#call() ?? this.#symbol();
  }

  #number(): number | undefined {
    const digits = /^\s*\d+(\.\d+)?/.exec(this.text.slice(this.#at));
    if (!digits) return undefined;
    this.#at += digits[0].length;
    const unit = /^ (kg\/m²|mm|m²|m|g|h|°C)(?![\p{L}\p{N}_])/u.exec(this.text.slice(this.#at));
    if (unit) this.#at += unit[0].length;
    return Number(digits[0]) * (unit ? UNITS[unit[1]] : 1);
  }

  #call(): number | undefined {
    const name = Object.keys(CALLS).find(
      (n) =>
        this.text.slice(this.#at).trimStart().startsWith(`${n}(`) ||
        (n === 'ln' && this.text.slice(this.#at).trimStart().startsWith('ln ')),
    );
    if (name === undefined) return undefined;
    this.#take(name);
    if (!this.#take('(')) return CALLS[name](this.#primary());
    const values = [this.sum()];
    while (this.#take(',')) values.push(this.sum());
    this.#need(')');
    return CALLS[name](...values);
  }

  #symbol(): number {
    const name = this.#take(...this.symbols);
    if (name === undefined)
      throw new Error(`“${this.text.slice(this.#at)}” of “${this.text}” names no input`);
    return this.valueOf(name);
  }
}

/** Works an expression out. Clauses after the first (", k = (R − r)/H") say what its own letters are. */
export function workOut(expression: string, inputs: Readonly<Record<string, number>>): number {
  const [main, ...helpers] = expression.split(/, (?=[^,()]+ = )/).map((clause) => {
    const [left, ...right] = clause.split(' = ');
    return { left: left.trim(), right: right.join(' = ') };
  });
  const symbols = [...Object.keys(inputs), ...helpers.map((h) => h.left)].sort((a, b) => b.length - a.length);
  const valueOf = (symbol: string): number =>
    inputs[symbol] ?? read(helpers.find((h) => h.left === symbol)?.right ?? '');
  const read = (text: string): number => new Reader(text, symbols, valueOf).whole();
  const cases = /^(.+) where (.+?) (≤|=) (.+?), else (.+)$/.exec(main.right);
  if (!cases) return read(main.right);
  const [left, right] = [read(cases[2]), read(cases[4])];
  return (cases[3] === '≤' ? left <= right : left === right) ? read(cases[1]) : read(cases[5]);
}
