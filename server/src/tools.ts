/** The process behind `npm run backup`, `verify`, `export` and `import`. */
import { parseArgs } from "node:util";
import { runTool, sentenceOf } from "./folder-tools.ts";
import { readSettings } from "./settings.ts";

process.umask(0o077);
try {
  const { positionals } = parseArgs({ allowPositionals: true });
  const [name = "", file] = positionals;
  console.log(await runTool(name, readSettings(process.env).data, file));
} catch (error) {
  const sentence = sentenceOf(error);
  if (sentence === undefined) throw error;
  console.error(sentence);
  process.exitCode = 1;
}
