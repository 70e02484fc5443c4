// node scripts/schemas.mjs: writes docs/specimens.schema.json and docs/specimen.schema.json, the forms of files; a test holds them to be current.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { ensureBuilt, ROOT } from "./workspace.mjs";

await ensureBuilt("server");
const { specimenSchema, specimensSchema } = await import("../api/dist/index.js");
writeFileSync(join(ROOT, "docs/specimens.schema.json"), specimensSchema());
writeFileSync(join(ROOT, "docs/specimen.schema.json"), specimenSchema());
