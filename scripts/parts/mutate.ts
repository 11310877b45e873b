/** Single changes of single lines, each of which a test should notice. */
import ts from 'typescript';

export interface Mutant {
  /** from the root */
  file: string;
  /** from 1 */
  line: number;
  /** place in the text of the file, end not included */
  start: number;
  end: number;
  was: string;
  is: string;
}

const OPERATORS: Partial<Record<ts.SyntaxKind, string>> = {
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
  [ts.SyntaxKind.SlashToken]: '*',
};
const METHODS: Record<string, string> = {
  some: 'every',
  every: 'some',
  min: 'max',
  max: 'min',
  floor: 'ceil',
  ceil: 'floor',
};

const isText = (node: ts.Node): boolean =>
  ts.isStringLiteralLike(node) ||
  ts.isTemplateExpression(node) ||
  (ts.isBinaryExpression(node) && (isText(node.left) || isText(node.right)));

/** What stands for an entry of a list that is always there: the compiler asks for it, and nothing reaches it. */
const isNeverReached = ({ parent }: ts.Node): boolean =>
  ts.isBinaryExpression(parent) &&
  parent.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken &&
  ts.isElementAccessExpression(parent.left);

/** What a node may be changed to; null where it is left alone. The place is the node's own or that of its operator. */
function changeOf(node: ts.Node, text: string): { at: ts.Node; is: string } | null {
  if (ts.isBinaryExpression(node)) {
    const is = OPERATORS[node.operatorToken.kind];
    return is && !isText(node) ? { at: node.operatorToken, is } : null;
  }
  if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
    return { at: node, is: node.operand.getText() };
  if (ts.isNumericLiteral(node) && isNeverReached(node)) return null;
  if (ts.isNumericLiteral(node)) return { at: node, is: String(Number(node.text) + 1) };
  if (node.kind === ts.SyntaxKind.TrueKeyword) return { at: node, is: 'false' };
  if (node.kind === ts.SyntaxKind.FalseKeyword) return { at: node, is: 'true' };
  if (ts.isConditionalExpression(node)) {
    const [condition, yes, no] = [node.condition, node.whenTrue, node.whenFalse].map((n) => n.getText());
    return { at: node, is: `${condition} ? ${no} : ${yes}` };
  }
  if (ts.isPropertyAccessExpression(node) && ts.isCallExpression(node.parent)) {
    const is = METHODS[node.name.text];
    return is ? { at: node.name, is } : null;
  }
  if (ts.isIfStatement(node)) return { at: node.expression, is: `!(${node.expression.getText()})` };
  if (ts.isExpressionStatement(node) && ts.isCallExpression(node.expression))
    return text[node.end - 1] === ';' ? { at: node, is: ';' } : null;
  return null;
}

/** Every mutant of a file: operators, numbers, conditions, calls. Types, errors that are thrown and what spans lines are left alone. */
export function mutantsOf(file: string, text: string): Mutant[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const out: Mutant[] = [];
  const lineOf = (at: number): number => source.getLineAndCharacterOfPosition(at).line + 1;
  const look = (node: ts.Node): void => {
    if (ts.isTypeNode(node) || ts.isThrowStatement(node) || ts.isImportDeclaration(node)) return;
    const change = changeOf(node, text);
    if (change) {
      const [start, end] = [change.at.getStart(), change.at.end];
      if (lineOf(start) === lineOf(end))
        out.push({ file, line: lineOf(start), start, end, was: text.slice(start, end), is: change.is });
    }
    ts.forEachChild(node, look);
  };
  look(source);
  return out;
}

export const applied = (text: string, { start, end, is }: Mutant): string =>
  text.slice(0, start) + is + text.slice(end);
