import { parse } from 'svelte/compiler';
import ts from 'typescript';

/** Words that stand in the code instead of in a catalogue. */
export interface Stray {
  line: number;
  text: string;
}

/** Reads as words of a sentence rather than as an id, a class or a path: two words in a row, the second in small letters. */
const isSaid = (text: string) =>
  /[A-Za-z]{2,}[,.:;]? [a-z]{2,}/.test(text) && !IS_SQL.test(text) && !IS_HEADER.test(text) && !areClasses(text);
const areClasses = (text: string) => text.split(/\s+/).every((word) => /[-:]/.test(word));
const IS_HEADER = /^(text\/\w+;|attachment;|private,)/;
const IS_SQL =
  /^\s*\(?(select|insert|update|delete|with|create|drop|listen|alter|from|where)\b|\b(is null|is not null|nulls last|desc,|like \$|::int as)/i;

/** What these are given is for whoever keeps the server, or for the database. */
const FOR_OTHERS = /^(log|console)\.|\.(query|sql)$|^audit$/;

/** Strays of a module. @param above lines that stand before it in its file */
export function straysOfModule(text: string, above = 0): Stray[] {
  const source = ts.createSourceFile('module.ts', text, ts.ScriptTarget.Latest, true);
  const strays: Stray[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node) || ts.isThrowStatement(node) || isForOthers(node)) return;
    const said = textOf(node);
    if (said !== undefined && isSaid(said))
      strays.push({ line: above + source.getLineAndCharacterOfPosition(node.getStart()).line + 1, text: said });
    ts.forEachChild(node, visit);
  };
  visit(source);
  return strays;
}

const isForOthers = (node: ts.Node): boolean =>
  (ts.isCallExpression(node) && FOR_OTHERS.test(node.expression.getText())) ||
  (ts.isNewExpression(node) && node.expression.getText().endsWith('Error'));

function textOf(node: ts.Node): string | undefined {
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  if (!ts.isTemplateExpression(node)) return undefined;
  return node.head.text + node.templateSpans.map((span) => `{}${span.literal.text}`).join('');
}

/** Attributes that are read out or shown. */
const SHOWN = new Set(['aria-label', 'aria-description', 'title', 'placeholder', 'alt', 'label', 'data-label']);

interface Node {
  type: string;
  start: number;
  name?: string;
  data?: string;
  value?: unknown;
  [key: string]: unknown;
}

/** Strays of a component: its scripts, its text, what is shown of its attributes, and what stands in its expressions. */
export function straysOfComponent(text: string): Stray[] {
  const ast = parse(text, { modern: true });
  const lineAt = (at: number) => text.slice(0, at).split('\n').length;
  const strays = [ast.module, ast.instance].flatMap((script) => {
    if (!script) return [];
    const { start, end } = script.content as unknown as { start: number; end: number };
    return straysOfModule(text.slice(start, end), lineAt(start) - 1);
  });
  const visit = (node: Node, attribute?: string): void => {
    const isAttribute = attribute !== undefined;
    if (node.type === 'Text' && /[A-Za-z]{2,}/.test(node.data!) && (!isAttribute || SHOWN.has(attribute)))
      strays.push({ line: lineAt(node.start), text: node.data!.trim() });
    if (node.type === 'Literal' && typeof node.value === 'string' && !isClass(attribute) && isSaid(node.value))
      strays.push({ line: lineAt(node.start), text: node.value });
    if (node.type === 'ExpressionTag' && (!isAttribute || SHOWN.has(attribute)))
      for (const text of shownBy(node.expression as Node))
        if (/[A-Za-z]{2,}/.test(text.said) && !isSaid(text.said))
          strays.push({ line: lineAt(text.at), text: text.said.trim() });
    const own = /Attribute|Directive/.test(node.type) ? node.name : attribute;
    for (const inner of Object.values(node)) for (const child of [inner].flat()) if (isNode(child)) visit(child, own);
  };
  visit(ast.fragment as unknown as Node);
  return strays;
}

/** Words that an expression may come to as they stand: whatever it chooses between, and what it puts together. */
function shownBy(expression: Node): { at: number; said: string }[] {
  const { start: at } = expression;
  const of = (...names: string[]) => names.flatMap((name) => shownBy(expression[name] as Node));
  switch (expression.type) {
    case 'Literal':
      return typeof expression.value === 'string' ? [{ at, said: expression.value }] : [];
    case 'ConditionalExpression':
      return of('consequent', 'alternate');
    case 'LogicalExpression':
      return of('left', 'right');
    case 'BinaryExpression':
      return expression.operator === '+' ? of('left', 'right') : [];
    case 'TemplateLiteral':
      return [
        ...(expression.quasis as { value: { cooked: string } }[]).map((q) => ({ at, said: q.value.cooked })),
        ...(expression.expressions as Node[]).flatMap(shownBy)
      ];
    default:
      return [];
  }
}

const isClass = (attribute?: string) => attribute === 'class' || attribute === 'style';
const isNode = (value: unknown): value is Node =>
  typeof value === 'object' && value !== null && 'type' in value && value.type !== 'Comment';
