/**
 * Finds what a person would read and that does not go through the catalogue: text between tags, labels, sentences, words
 * in a list of words, and pieces that are put into a sentence.
 */
import ts from "typescript";

export interface VisibleLiteral {
  readonly line: number;
  readonly text: string;
}

const readAttributes = new Set(
  (
    "label title aria-label aria-description placeholder helperText alt heading what about text empty hint description " +
    "primary secondary subheader named noun save none"
  ).split(" "),
);
const readProperties = new Set([
  "text",
  "label",
  "title",
  "detail",
  "aria-label",
  "helperText",
  "heading",
  "placeholder",
  "does",
  "keys",
]);
/** What the browser or the server reads, though it looks like words. */
const readByMachines = new Set([
  "authorization",
  "aria-keyshortcuts",
  "accept",
  "fontFamily",
  "sx",
  "d",
  "border",
  "outline",
  "gridTemplateColumns",
  "transition",
  "boxShadow",
  "background",
]);
const listOfWords = /(words|names|titles|labels|notes|deeds|said)$/i;
const inWords = /(InWords|Words|Phrase)$/;

const isSentence = (text: string) =>
  /^[A-Z“"{].*[a-z].* /.test(text) || /^[a-z]+ [a-z]+ /.test(text) || /[a-z] [a-z]+[.!?]$/.test(text);
const hasWords = (text: string) => /[A-Za-z]{2}/.test(text);

const called = (node: ts.Node): string | null =>
  ts.isCallExpression(node) && ts.isIdentifier(node.expression) ? node.expression.text : null;
const throwsIt = (node: ts.Node) => ts.isNewExpression(node) && /Error$/.test(node.expression.getText());

/** What a literal stands in once the branches it is chosen from are looked through. */
function placeOf(node: ts.Node): { readonly inner: ts.Node; readonly parent: ts.Node; readonly sibling: ts.Node[] } {
  let inner = node;
  const sibling: ts.Node[] = [];
  for (;;) {
    const parent = inner.parent;
    if (ts.isConditionalExpression(parent) && parent.condition !== inner) {
      sibling.push(parent.whenTrue === inner ? parent.whenFalse : parent.whenTrue);
    } else if (ts.isBinaryExpression(parent)) {
      const sign = parent.operatorToken.kind;
      const isChoice = sign === ts.SyntaxKind.QuestionQuestionToken || sign === ts.SyntaxKind.BarBarToken;
      if (!isChoice && !(sign === ts.SyntaxKind.AmpersandAmpersandToken && parent.right === inner)) {
        return { inner, parent, sibling };
      }
      if (isChoice) sibling.push(parent.left === inner ? parent.right : parent.left);
    } else if (!ts.isParenthesizedExpression(parent) && !ts.isAsExpression(parent)) return { inner, parent, sibling };
    inner = parent;
  }
}

function isRead(node: ts.Node, words: string): boolean {
  const { parent, sibling } = placeOf(node);
  if (sibling.some((one) => called(one) === "t")) return true;
  if (ts.isJsxAttribute(parent)) return readAttributes.has(parent.name.getText());
  if (ts.isJsxExpression(parent)) {
    return ts.isJsxAttribute(parent.parent) ? readAttributes.has(parent.parent.name.getText()) : true;
  }
  if (ts.isPropertyAssignment(parent)) {
    if (parent.name === node) return false;
    const name = nameOf(parent.name);
    if (readProperties.has(name) && (node !== parent.initializer || /[A-Z ]/.test(words))) return true;
    return inListOfWords(parent) || isValueOfSentence(parent);
  }
  if (ts.isArrayLiteralExpression(parent))
    return isReadOfPair(node) && (isListOfPairs(parent.parent, words) || inListOfWords(parent));
  if (ts.isCallExpression(parent)) return /^[A-Z][a-z]+$/.test(words) && !comparesKeys(parent);
  if (ts.isReturnStatement(parent) || ts.isArrowFunction(parent)) return inWords.test(nameOfFunction(parent) ?? "");
  return false;
}

/** `{ shown: "yes" }` as the second argument of `t`: a piece of a sentence. */
function isValueOfSentence(property: ts.PropertyAssignment): boolean {
  return called(property.parent.parent) === "t";
}

function inListOfWords(node: ts.Node): boolean {
  let up: ts.Node = node;
  while (
    ts.isPropertyAssignment(up) ||
    ts.isObjectLiteralExpression(up) ||
    ts.isArrayLiteralExpression(up) ||
    ts.isSpreadElement(up) ||
    ts.isAsExpression(up) ||
    ts.isSatisfiesExpression(up)
  )
    up = up.parent;
  return ts.isVariableDeclaration(up) && listOfWords.test(up.name.getText());
}

/** `["homework", t("homework")]`: of a pair the first is a name in the code, the second is what people read. */
const isReadOfPair = (node: ts.Node): boolean =>
  ts.isArrayLiteralExpression(node.parent) && node.parent.elements.length === 2 && node.parent.elements[1] === node;

/** Pairs in a page; a table of units, or of addresses, is none of words. */
const isListOfPairs = (list: ts.Node, words: string): boolean =>
  ts.isArrayLiteralExpression(list) && list.getSourceFile().fileName.endsWith("x") && !words.startsWith("/");

/** Names of tags of the cache, of errors and of keys look like labels. */
const comparesKeys = (node: ts.CallExpression): boolean =>
  /(tags|include|includes|createElement|getElementsBy|key|Set|Map|has)$/i.test(node.expression.getText());

function nameOfFunction(node: ts.Node): string | null {
  for (let up = node; !ts.isSourceFile(up); up = up.parent) {
    if (ts.isFunctionDeclaration(up)) return up.name?.text ?? null;
    if (ts.isArrowFunction(up) && ts.isVariableDeclaration(up.parent)) return up.parent.name.getText();
  }
  return null;
}

/** All such literals of one source file, in their order. */
export function visibleLiterals(name: string, source: string): VisibleLiteral[] {
  const kind = name.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const file = ts.createSourceFile(name, source, ts.ScriptTarget.Latest, true, kind);
  const found: VisibleLiteral[] = [];
  const add = (node: ts.Node, words: string) => {
    const text = words.replace(/\s+/g, " ").trim();
    if (hasWords(text)) found.push({ line: file.getLineAndCharacterOfPosition(node.getStart()).line + 1, text });
  };
  const visit = (node: ts.Node) => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node) || throwsIt(node)) return;
    if ((ts.isJsxAttribute(node) || ts.isPropertyAssignment(node)) && readByMachines.has(nameOf(node.name))) return;
    if (ts.isJsxAttribute(node) && ["key", "id", "className"].includes(nameOf(node.name))) return;
    if (called(node) === "t") {
      // Its sentence is the catalogue's; what is put into it is looked at.
      for (const argument of (node as ts.CallExpression).arguments.slice(1)) visit(argument);
      return;
    }
    if (ts.isJsxText(node)) {
      if (!isCode(node)) add(node, node.text);
    } else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      if (isRead(node, node.text) || isSentence(node.text)) add(node, node.text);
    } else if (ts.isTemplateExpression(node) && !ts.isTaggedTemplateExpression(node.parent)) {
      const fixed = [node.head.text, ...node.templateSpans.map((span) => span.literal.text)];
      const words = fixed.join("1");
      if (
        isSentence(words) ||
        /[a-z]{2,} [a-z]{2,}/i.test(words) ||
        (isRead(node, words) && fixed.some((one) => /[A-Za-z]{2}/.test(one)))
      )
        add(node, words);
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}

const nameOf = (name: ts.Node): string => name.getText().replaceAll('"', "");

/** Commands, formulas and code names are the same in every language. */
function isCode(node: ts.Node): boolean {
  const parent = node.parent;
  return ts.isJsxElement(parent) && ["code", "kbd", "style"].includes(parent.openingElement.tagName.getText());
}
