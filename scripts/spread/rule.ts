/**
 * Whether a statement may go to a database that is spread over machines by workspace: wherever it reads or writes a table of a workspace, it
 * names that workspace, as a value or by a join that leads to one. Then one machine answers it, and nothing waits for another.
 */
import { parse } from 'libpg-query';
import { fieldOf, isObject, textOf } from '../../core/values/unknown';

export type Tables = {
  /** Spread by their `workspace_id`. */
  spread: ReadonlySet<string>;
  /** The same on every machine, and with a `workspace_id` too: directories. */
  keyed: ReadonlySet<string>;
};

/** A table, a sub-query or a list in one `from`, by the name that the statement gives it. */
type Relation = { id: string; name: string; table: string | null; columns: 'any' | 'none' };
type Scope = { relations: Relation[]; outer: Scope | null; withs: Map<string, string> };

const KEY = 'workspace_id';
/** Stands for any value that is given. */
const GIVEN = 'given';

const list = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);
const kindOf = (node: unknown): [string, unknown] => {
  const [entry] = isObject(node) ? Object.entries(node) : [];
  return entry ?? ['', undefined];
};
const wordsOf = (nodes: unknown): string[] =>
  list(nodes).flatMap((node) => textOf(fieldOf(node, 'String'), 'sval') ?? []);

class Reading {
  private readonly parents = new Map<string, string>();
  private count = 0;
  /** Those of workspaces that were met, with their names. */
  readonly met: { id: string; table: string }[] = [];

  constructor(private readonly tables: Tables) {}

  private root(id: string): string {
    const parent = this.parents.get(id);
    return parent === undefined || parent === id ? id : this.root(parent);
  }
  private join(a: string, b: string): void {
    this.parents.set(this.root(a), this.root(b));
  }
  groupOf = (id: string): string => this.root(id);
  isGiven = (id: string): boolean => this.root(id) === this.root(GIVEN);

  private add(scope: Scope, name: string, table: string | null, columns: Relation['columns'] = 'any'): string {
    const id = `${(this.count += 1)} ${name}`;
    scope.relations.push({ id, name, table, columns });
    if (table !== null && this.tables.spread.has(table)) this.met.push({ id, table });
    return id;
  }

  /** What the workspace in an expression stands for: a relation's, or a value that is given. Undefined for anything else. */
  private keyIn(node: unknown, scope: Scope): string | undefined {
    const [kind, inner] = kindOf(node);
    if (kind === 'ParamRef' || kind === 'A_Const') return GIVEN;
    if (kind === 'TypeCast') return this.keyIn(fieldOf(inner, 'arg'), scope);
    if (kind !== 'ColumnRef') return undefined;
    const words = wordsOf(fieldOf(inner, 'fields'));
    if (words.at(-1) !== KEY) return undefined;
    for (let at: Scope | null = scope; at; at = at.outer) {
      const [alias] = words.slice(-2, -1);
      const found = at.relations.filter(({ name, columns }) =>
        alias === undefined ? columns === 'any' : name === alias,
      );
      if (alias === undefined && found.length > 1)
        for (const one of found.slice(1)) if (found[0]) this.join(one.id, found[0].id);
      if (found[0]) return found[0].id;
    }
    return undefined;
  }

  private equal(left: unknown, right: unknown, scope: Scope): void {
    const [leftKind, leftInner] = kindOf(left);
    const [rightKind, rightInner] = kindOf(right);
    if (leftKind === 'RowExpr' && rightKind === 'RowExpr') {
      const others = list(fieldOf(rightInner, 'args'));
      for (const [i, one] of list(fieldOf(leftInner, 'args')).entries()) this.equal(one, others[i], scope);
      return;
    }
    const [a, b] = [this.keyIn(left, scope), this.keyIn(right, scope)];
    if (a !== undefined && b !== undefined && !(a === GIVEN && b === GIVEN)) this.join(a, b);
  }

  /** Conditions that all hold. */
  private hold(node: unknown, scope: Scope): void {
    const [kind, inner] = kindOf(node);
    if (kind === 'BoolExpr' && fieldOf(inner, 'boolop') === 'AND_EXPR') {
      for (const one of list(fieldOf(inner, 'args'))) this.hold(one, scope);
      return;
    }
    if (kind === 'A_Expr' && fieldOf(inner, 'kind') === 'AEXPR_OP' && wordsOf(fieldOf(inner, 'name')).join() === '=')
      this.equal(fieldOf(inner, 'lexpr'), fieldOf(inner, 'rexpr'), scope);
    else if (kind === 'SubLink' && fieldOf(inner, 'subLinkType') === 'ANY_SUBLINK') {
      // (workspace_id, …) in (select workspace_id, …)
      const [testKind, test] = kindOf(fieldOf(inner, 'testexpr'));
      const inside: Scope = { relations: [], outer: scope, withs: scope.withs };
      const select = fieldOf(fieldOf(inner, 'subselect'), 'SelectStmt');
      this.select(select, inside);
      const tested = testKind === 'RowExpr' ? list(fieldOf(test, 'args')) : [fieldOf(inner, 'testexpr')];
      for (const [i, target] of list(fieldOf(select, 'targetList')).entries()) {
        const [a, b] = [this.keyIn(tested[i], scope), this.keyIn(fieldOf(fieldOf(target, 'ResTarget'), 'val'), inside)];
        if (a !== undefined && b !== undefined) this.join(a, b);
      }
      return;
    }
    this.within(node, scope);
  }

  /** Selects anywhere in an expression: they see what stands around them. */
  private within(node: unknown, scope: Scope): void {
    if (Array.isArray(node)) for (const one of node) this.within(one, scope);
    else if (isObject(node))
      for (const [name, inner] of Object.entries(node))
        if (name === 'SelectStmt') this.select(inner, { relations: [], outer: scope, withs: scope.withs });
        else this.within(inner, scope);
  }

  private from(node: unknown, scope: Scope): void {
    const [kind, inner] = kindOf(node);
    const alias = textOf(fieldOf(inner, 'alias'), 'aliasname');
    if (kind === 'RangeVar') {
      const table = textOf(inner, 'relname') ?? '';
      const isOurs = textOf(inner, 'schemaname') === undefined || textOf(inner, 'schemaname') === 'public';
      const id = this.add(
        scope,
        alias ?? table,
        isOurs && !scope.withs.has(table) ? table : null,
        this.hasKey(table, scope) ? 'any' : 'none',
      );
      const made = scope.withs.get(table);
      if (made !== undefined) this.join(id, made);
    } else if (kind === 'RangeSubselect') {
      const inside: Scope = { relations: [], outer: scope, withs: scope.withs };
      const select = fieldOf(fieldOf(inner, 'subquery'), 'SelectStmt');
      const told = this.select(select, inside);
      const id = this.add(scope, alias ?? '', null, told === undefined ? 'none' : 'any');
      if (told !== undefined) this.join(id, told);
    } else if (kind === 'RangeFunction') {
      this.add(scope, alias ?? '', null, 'none');
      this.within(inner, scope);
    } else if (kind === 'JoinExpr') {
      this.from(fieldOf(inner, 'larg'), scope);
      const before = scope.relations.length;
      this.from(fieldOf(inner, 'rarg'), scope);
      if (wordsOf(fieldOf(inner, 'usingClause')).includes(KEY)) {
        const left = scope.relations.slice(0, before).findLast(({ columns }) => columns === 'any');
        for (const right of scope.relations.slice(before))
          if (left && right.columns === 'any') this.join(left.id, right.id);
      }
      this.hold(fieldOf(inner, 'quals'), scope);
    }
  }
  private hasKey(table: string, scope: Scope): boolean {
    return scope.withs.has(table) || this.tables.spread.has(table) || this.tables.keyed.has(table);
  }

  private readonly withClause = (statement: unknown, scope: Scope): void => {
    for (const one of list(fieldOf(fieldOf(statement, 'withClause'), 'ctes'))) {
      const made = fieldOf(one, 'CommonTableExpr');
      const name = textOf(made, 'ctename') ?? '';
      const inside: Scope = { relations: [], outer: scope, withs: scope.withs };
      const told = this.statement(fieldOf(made, 'ctequery'), inside);
      const id = `${(this.count += 1)} ${name}`;
      if (told !== undefined) this.join(id, told);
      scope.withs.set(name, id);
    }
  };

  /** @returns what the column `workspace_id` of its rows stands for */
  private told(targets: unknown, scope: Scope): string | undefined {
    for (const target of list(targets)) {
      const result = fieldOf(target, 'ResTarget');
      const value = fieldOf(result, 'val');
      const [kind, inner] = kindOf(value);
      const words = kind === 'ColumnRef' ? list(fieldOf(inner, 'fields')) : [];
      const isStar = words.length > 0 && fieldOf(words.at(-1), 'A_Star') !== undefined;
      if (isStar) {
        const [alias] = wordsOf(words);
        const of = scope.relations.find(
          ({ name, columns }) => columns === 'any' && (alias === undefined || name === alias),
        );
        if (of) return of.id;
      }
      if ((textOf(result, 'name') ?? wordsOf(words).at(-1)) === KEY) return this.keyIn(value, scope);
    }
    return undefined;
  }

  private select(statement: unknown, given: Scope): string | undefined {
    const scope: Scope = { ...given, withs: new Map(given.withs) };
    this.withClause(statement, scope);
    if (fieldOf(statement, 'op') !== 'SETOP_NONE' && fieldOf(statement, 'larg')) {
      const left = this.select(fieldOf(statement, 'larg'), { ...scope, relations: [] });
      this.select(fieldOf(statement, 'rarg'), { ...scope, relations: [] });
      return left;
    }
    for (const one of list(fieldOf(statement, 'fromClause'))) this.from(one, scope);
    this.hold(fieldOf(statement, 'whereClause'), scope);
    for (const part of [
      'targetList',
      'havingClause',
      'sortClause',
      'groupClause',
      'valuesLists',
      'windowClause',
      'limitCount',
    ])
      this.within(fieldOf(statement, part), scope);
    return this.told(fieldOf(statement, 'targetList'), scope);
  }

  /** @returns what the column `workspace_id` of its rows stands for */
  statement(node: unknown, given: Scope = { relations: [], outer: null, withs: new Map() }): string | undefined {
    const [kind, inner] = kindOf(node);
    if (kind === 'SelectStmt') return this.select(inner, given);
    const scope: Scope = { relations: [], outer: given.outer, withs: new Map(given.withs) };
    this.withClause(inner, scope);
    this.from({ RangeVar: fieldOf(inner, 'relation') }, scope);
    const [own] = scope.relations;
    if (kind === 'InsertStmt') {
      const columns = list(fieldOf(inner, 'cols')).map((column) => textOf(fieldOf(column, 'ResTarget'), 'name'));
      const at = columns.indexOf(KEY);
      const select = fieldOf(fieldOf(inner, 'selectStmt'), 'SelectStmt');
      const rows = list(fieldOf(select, 'valuesLists'));
      if (own && at >= 0 && rows.length > 0) {
        // Several rows at once are of one workspace: that they are is for whoever writes them.
        const values = rows.map((row) => this.keyIn(list(fieldOf(fieldOf(row, 'List'), 'items'))[at], scope));
        if (values.every((value) => value === GIVEN)) this.join(own.id, GIVEN);
      } else if (own && at >= 0) {
        const inside: Scope = { relations: [], outer: given.outer, withs: scope.withs };
        this.select(select, inside);
        const target = list(fieldOf(select, 'targetList'))[at];
        const value = this.keyIn(fieldOf(fieldOf(target, 'ResTarget'), 'val'), inside);
        if (value !== undefined) this.join(own.id, value);
      }
      this.within(rows, scope);
      this.within(fieldOf(inner, 'onConflictClause'), scope);
    } else {
      for (const one of [...list(fieldOf(inner, 'fromClause')), ...list(fieldOf(inner, 'usingClause'))])
        this.from(one, scope);
      this.hold(fieldOf(inner, 'whereClause'), scope);
      this.within(fieldOf(inner, 'targetList'), scope);
    }
    return this.told(fieldOf(inner, 'returningList'), scope) ?? own?.id;
  }
}

export type Reach = {
  /** Tables of workspaces that a statement touches without naming the workspace; empty where one machine answers it. */
  unnamed: string[];
  /** Whether those are joined by their workspace, so that each machine answers for its own: a round through all workspaces. */
  isRound: boolean;
};

/** How far a statement reaches. @throws Error where it cannot be read */
export async function reachOf(text: string, tables: Tables): Promise<Reach> {
  const parsed: unknown = await parse(text);
  const unnamed = new Set<string>();
  const groups = new Set<string>();
  for (const one of list(fieldOf(parsed, 'stmts'))) {
    const reading = new Reading(tables);
    const [kind] = kindOf(fieldOf(one, 'stmt'));
    if (!['SelectStmt', 'InsertStmt', 'UpdateStmt', 'DeleteStmt'].includes(kind)) continue;
    reading.statement(fieldOf(one, 'stmt'));
    for (const { id, table } of reading.met)
      if (!reading.isGiven(id)) {
        unnamed.add(table);
        groups.add(reading.groupOf(id));
      }
  }
  return { unnamed: [...unnamed], isRound: groups.size <= 1 };
}
