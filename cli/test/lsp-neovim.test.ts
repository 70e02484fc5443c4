/** A real editor beside the server: Neovim's own client, without a screen. Skipped by name where Neovim is not installed. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { ensureBuilt } from "../../scripts/workspace.mjs";
import { COMMAND } from "./lsp-client.ts";

const isThere = spawnSync("nvim", ["--version"]).status === 0;
const folder = mkdtempSync(join(tmpdir(), "lamprey-neovim-"));

beforeAll(() => ensureBuilt("cli"), 120_000);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What Neovim is told to do: open the file, wait for diagnostics, hover, apply the first repair, and write all down. */
const SCRIPT = `
local out = {}
vim.cmd("edit gate.js")
vim.bo.filetype = "javascript"
local client = vim.lsp.start_client({ name = "lamprey", cmd = { NODE, COMMAND, "lsp", "--stdio" }, root_dir = vim.fn.getcwd() })
vim.lsp.buf_attach_client(0, client)
vim.wait(20000, function() return #vim.diagnostic.get(0) > 0 end, 20)
out.diagnostics = vim.tbl_map(function(d) return { code = d.code, line = d.lnum, from = d.col, to = d.end_col, source = d.source } end, vim.diagnostic.get(0))
local at = { textDocument = { uri = vim.uri_from_bufnr(0) }, position = { line = 0, character = 14 } }
local function ask(method, params)
  local answers = vim.lsp.buf_request_sync(0, method, params, 20000)
  for _, answer in pairs(answers) do return answer.result end
end
out.hover = ask("textDocument/hover", at).contents.value
local range = { start = { line = 0, character = 14 }, ["end"] = { line = 0, character = 15 } }
local actions = ask("textDocument/codeAction", { textDocument = at.textDocument, range = range, context = { diagnostics = {} } })
vim.lsp.util.apply_workspace_edit(actions[1].edit, "utf-16")
vim.wait(20000, function() return #vim.diagnostic.get(0) == 0 end, 20)
out.left = #vim.diagnostic.get(0)
out.text = vim.api.nvim_buf_get_lines(0, 0, -1, false)[1]
vim.fn.writefile({ vim.fn.json_encode(out) }, "out.json")
vim.lsp.stop_client(client)
vim.cmd("qall!")
`;

(isThere ? test : test.skip)(
  "Neovim shows the finding, hovers over it, and puts its repair in",
  () => {
    writeFileSync(join(folder, "gate.js"), "const gate = /^(\\w+)+$/;\n");
    writeFileSync(join(folder, "run.lua"), `local NODE, COMMAND = ${JSON.stringify(process.execPath)}, ${JSON.stringify(COMMAND)}\n${SCRIPT}`);
    const { status, stderr } = spawnSync("nvim", ["--headless", "-u", "NONE", "-n", "-c", "luafile run.lua", "-c", "cquit 3"], {
      cwd: folder,
      encoding: "utf8",
      timeout: 60_000,
    });
    expect({ status, stderr }).toMatchObject({ status: 0 });
    const out = JSON.parse(readFileSync(join(folder, "out.json"), "utf8"));
    expect(out.diagnostics).toEqual([{ code: "exponential", line: 0, from: 15, to: 21, source: "lamprey" }]);
    expect(out.hover).toContain("**exponential**");
    expect(out.left).toBe(0);
    expect(out.text).not.toBe("const gate = /^(\\w+)+$/;");
    expect(out.text.startsWith("const gate = /^")).toBe(true);
  },
  90_000,
);
