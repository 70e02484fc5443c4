#!/usr/bin/env node
// The command. In a checkout it builds itself first where its sources have changed; as an installed package it is built.
import { existsSync } from "node:fs";

const checkout = new URL("../../scripts/workspace.mjs", import.meta.url);
if (existsSync(checkout)) await (await import(checkout.href)).ensureBuilt("cli");
await import("../dist/main.js");
