// node scripts/schemas.mjs: writes docs/specimens.schema.json, the form of the file of everything; a test holds it to be current.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { ensureBuilt, ROOT } from "./workspace.mjs";

ensureBuilt("server");
const { specimensSchema } = await import("../api/dist/index.js");
writeFileSync(join(ROOT, "docs/specimens.schema.json"), specimensSchema());
