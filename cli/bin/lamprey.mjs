#!/usr/bin/env node
// The command as a checkout runs it: builds itself first where its sources have changed.
import { ensureBuilt } from "../../scripts/workspace.mjs";

await ensureBuilt("cli");
await import("../dist/main.js");
