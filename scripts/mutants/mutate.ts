import ts from 'typescript';

/** One rule broken on purpose: the text between `start` and `end` of its file is replaced. */
export interface Mutant {
  file: string;
  line: number;
  start: number;
  end: number;
  was: string;
  becomes: string;
}

const SWAPPED: Partial<Record<ts.SyntaxKind, string>> = {
  [ts.SyntaxKind.LessThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '<',
  [ts.SyntaxKind.GreaterThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '>',
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
  [ts.SyntaxKind.PlusToken]: '-',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*'
};
const OTHER_CALL: Record<string, string> = { some: 'every', every: 'some', min: 'max', max: 'min', find: 'findLast' };

/** All that can be broken in a file by one small change, in the order of its text. */
export function mutantsOf(file: string, text: string): Mutant[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const out: Mutant[] = [];
  const put = (node: ts.Node, becomes: string) => {
    const start = node.getStart(source);
    out.push({
      file,
      line: source.getLineAndCharacterOfPosition(start).line + 1,
      start,
      end: node.end,
      was: text.slice(start, node.end),
      becomes
    });
  };
  const visit = (node: ts.Node): void => {
    // What a type says is the compiler's to check, and schemas' descriptions are for readers.
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isImportDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) {
      const other = SWAPPED[node.operatorToken.kind];
      if (other && !(node.operatorToken.kind === ts.SyntaxKind.PlusToken && isText(node)))
        put(node.operatorToken, other);
      if (node.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken) put(node, node.right.getText(source));
    }
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      put(node, node.operand.getText(source));
    if (ts.isIfStatement(node)) put(node.expression, node.elseStatement ? 'true' : 'false');
    if (ts.isConditionalExpression(node)) put(node.condition, 'true');
    if (node.kind === ts.SyntaxKind.TrueKeyword) put(node, 'false');
    if (node.kind === ts.SyntaxKind.FalseKeyword) put(node, 'true');
    if (ts.isNumericLiteral(node) && !ts.isElementAccessExpression(node.parent)) put(node, `(${node.text} + 1)`);
    if (ts.isExpressionStatement(node) && ts.isCallExpression(node.expression) && ts.isBlock(node.parent))
      put(node, ';');
    if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
      const other = OTHER_CALL[node.expression.name.text];
      if (other) put(node.expression.name, other);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return out.sort((a, b) => a.start - b.start);
}

const isText = (node: ts.BinaryExpression): boolean =>
  [node.left, node.right].some(
    (side) => ts.isStringLiteral(side) || ts.isTemplateExpression(side) || ts.isNoSubstitutionTemplateLiteral(side)
  );

/**
 * So many of them, spread evenly over all files and lines, and in such an order that those up to any moment are spread as well.
 * @param shift 0 to 1: where in each stretch the one is taken
 */
export function spread(all: readonly Mutant[], count: number, shift: number): Mutant[] {
  const step = Math.max(1, all.length / count);
  const turn = (i: number) => (i * 0.6180339887498949) % 1;
  return Array.from({ length: Math.min(count, all.length) }, (_, i) => i)
    .sort((a, b) => turn(a) - turn(b))
    .map((i) => all[Math.floor((i + shift) * step)]!);
}

/**
 * What the tables of a page list as survivors: place, what it was, what it became. A file that has changed since may have moved a
 * place: the nearest of the same kind is meant; one that is gone is left out.
 */
export function listedIn(page: string, all: readonly Mutant[]): Mutant[] {
  const rows = page.matchAll(/^\| `([^`]+):(\d+)` \| `(.*)` \| `(.*)` \|/gm);
  return [...rows].flatMap(([, file, line, was, becomes]) => {
    const text = (cell: string) => cell.replaceAll('\\|', '|');
    const alike = all.filter(
      (m) => m.file === file && oneLine(m.was).startsWith(text(was!)) && oneLine(m.becomes) === text(becomes!)
    );
    const far = (m: Mutant) => Math.abs(m.line - Number(line));
    return alike.sort((a, b) => far(a) - far(b)).slice(0, 1);
  });
}

const oneLine = (text: string): string => text.replaceAll(/\s+/g, ' ');

export const broken = (text: string, { start, end, becomes }: Mutant): string =>
  text.slice(0, start) + becomes + text.slice(end);
