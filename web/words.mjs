// Collects what the screen says in English from its source: the patterns of phrase(…) and rich(…), one JSON list.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";

const source = new URL("src/", import.meta.url).pathname;
const found = new Set();
const faults = [];

for (const name of readdirSync(source, { recursive: true })) {
  if (!/\.tsx?$/.test(name) || /\.test\.|^words\/phrase/.test(name)) continue;
  const path = join(source, name);
  const file = ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true);
  const look = (node) => {
    if (ts.isCallExpression(node) && /^(phrase|rich)$/.test(node.expression.getText())) {
      const [pattern] = node.arguments;
      if (pattern && ts.isStringLiteral(pattern)) found.add(pattern.text);
      else faults.push(`${name}: ${node.getText().slice(0, 60)} is not said with a text of its own`);
    }
    ts.forEachChild(node, look);
  };
  look(file);
}
if (faults.length > 0) {
  console.error(faults.join("\n"));
  process.exit(1);
}
process.stdout.write(`${JSON.stringify([...found].sort(), null, 1)}\n`);
