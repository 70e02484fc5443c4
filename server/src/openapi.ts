/** The interface as OpenAPI 3.1, held against the routes by a test. */
import { BOUNDS, closed, ENGINE_SCHEMAS, SCHEMAS, SORTS } from "@lamprey/api";

const text = { type: "string" } as const;
type SchemaName = keyof typeof SCHEMAS | keyof typeof ENGINE_SCHEMAS;
const ref = (name: SchemaName) => ({ $ref: `#/components/schemas/${String(name)}` });
const json = (schema: object) => ({ "application/json": { schema } });
const problem = (description: string) => ({ description, content: { "application/problem+json": { schema: ref("Problem") } } });
const answer = (description: string, schema: SchemaName) => ({ description, content: json(ref(schema)) });

const id = { name: "id", in: "path", required: true, schema: { type: "string", format: "uuid" } };

/** What is said of any body that is not taken, whatever it is for. */
const BODIES = { 413: problem("Too large"), 415: problem("Not JSON") };

export const openapi = {
  openapi: "3.1.0",
  info: { title: "Lamprey", version: "1", description: "Specimens: patterns with their sample texts, kept with revisions." },
  paths: {
    "/api/health": { get: { summary: "Whether the server is up", responses: { 200: { description: "It is", content: json(closed({ status: text })) } } } },
    "/api/openapi.json": { get: { summary: "This document", responses: { 200: { description: "OpenAPI 3.1", content: json({ type: "object" }) } } } },
    "/api/specimens": {
      get: {
        summary: "List specimens, newest change first",
        parameters: [
          { name: "search", in: "query", schema: text, description: "words, or parts of words, that all stand in title, pattern, notes or names of samples" },
          { name: "removed", in: "query", schema: { type: "boolean", default: false } },
          { name: "tag", in: "query", schema: text, description: "only those that have it" },
          { name: "sort", in: "query", schema: { type: "string", enum: SORTS, default: "changed" } },
          { name: "offset", in: "query", schema: { type: "integer", minimum: 0, default: 0 } },
          { name: "limit", in: "query", schema: { type: "integer", minimum: 1, maximum: BOUNDS.page, default: 100 } },
        ],
        responses: { 200: answer("A page of the list", "SpecimenList"), 400: problem("A parameter does not fit") },
      },
      post: {
        summary: "Keep a new specimen",
        requestBody: { required: true, content: json(ref("NewSpecimen")) },
        responses: {
          201: answer("Kept", "Specimen"),
          400: problem("Not valid JSON, a field that does not fit, or one that is not known"),
          ...BODIES,
        },
      },
    },
    "/api/specimens/tags": {
      get: { summary: "The tags of what is not removed, with how many have each", responses: { 200: answer("The tags", "TagList") } },
    },
    "/api/specimens/many": {
      post: {
        summary: "Remove, restore, tag or untag several specimens, all or none",
        requestBody: { required: true, content: json(ref("Many")) },
        responses: {
          200: { description: "How many were changed", content: json(closed({ changed: { type: "integer" } })) },
          400: problem("Not valid JSON, or a field that does not fit"),
          ...BODIES,
        },
      },
    },
    "/api/specimens/{id}/figures": {
      put: {
        summary: "Keep what a bench found out of a specimen at a revision; of another revision than the one that is kept, nothing is",
        parameters: [id],
        requestBody: { required: true, content: json(ref("FiguresOf")) },
        responses: {
          200: { description: "Whether it was kept", content: json(closed({ kept: { type: "boolean" } })) },
          400: problem("Not valid JSON, or a field that does not fit"),
          ...BODIES,
        },
      },
    },
    "/api/specimens/{id}": {
      get: { summary: "Read a specimen", parameters: [id], responses: { 200: answer("The specimen", "Specimen"), 404: problem("Unknown") } },
      patch: {
        summary: "Change a specimen; fields left out stay as they are",
        parameters: [id],
        requestBody: { required: true, content: json(ref("SpecimenChange")) },
        responses: {
          200: answer("Changed; the texts of samples are not sent back", "SpecimenHead"),
          400: problem("Not valid JSON, a field that does not fit, or one that is not known"),
          404: problem("Unknown"),
          409: problem("The revision is stale; `current` holds what is kept. Nothing was changed."),
          ...BODIES,
        },
      },
      delete: {
        summary: "Remove a specimen; it can be restored for ninety days. One that was removed is removed for good.",
        parameters: [id, { name: "forGood", in: "query", schema: { type: "boolean", default: false } }],
        responses: { 200: answer("Removed", "SpecimenHead"), 400: problem("It was not removed before"), 404: problem("Unknown") },
      },
    },
    "/api/specimens/{id}/earlier": {
      get: {
        summary: "What the pattern was before, the newest first; only what stood for a few seconds",
        parameters: [id],
        responses: { 200: answer("The earlier patterns", "EarlierPatterns"), 404: problem("Unknown") },
      },
    },
    "/api/specimens/{id}/restore": {
      post: { summary: "Restore a removed specimen", parameters: [id], responses: { 200: answer("Restored", "SpecimenHead"), 404: problem("Unknown") } },
    },
    "/api/engines": {
      get: { summary: "The real engines that are known, and which are on this machine", responses: { 200: answer("The engines", "EngineList") } },
    },
    "/api/engines/{name}": {
      post: {
        summary: "Ask an engine what it finds; it is a process of its own, ended after a while",
        parameters: [{ name: "name", in: "path", required: true, schema: text }],
        requestBody: { required: true, content: json(ref("EngineQuestion")) },
        responses: {
          200: { description: "What it found, what it refused, or why there is no answer", content: json({ type: "object" }) },
          ...BODIES,
        },
      },
    },
    "/api/files": {
      get: {
        summary: "The files of the folder that the server offers, if it offers one",
        responses: {
          200: {
            description: "The folder’s name, null where none is offered, and its files",
            content: json(
              closed({
                name: { anyOf: [text, { type: "null" }] },
                files: { type: "array", items: closed({ path: text, size: { type: "integer" } }) },
                more: { type: "boolean" },
              }),
            ),
          },
        },
      },
    },
    "/api/files/content": {
      get: {
        summary: "The bytes of one of those files",
        parameters: [{ name: "path", in: "query", required: true, schema: text }],
        responses: {
          200: { description: "The bytes", content: { "application/octet-stream": {} } },
          400: problem("No path"),
          404: problem("No file of the folder"),
        },
      },
    },
    "/api/export": {
      get: { summary: "Everything that is kept and not removed, as one file", responses: { 200: answer("The file", "SpecimensFile") } },
      post: {
        summary: "Some specimens as one file; one alone in the form of its own",
        requestBody: { required: true, content: json(closed({ ids: { type: "array", items: text } })) },
        responses: {
          200: { description: "The file", content: json({ anyOf: [ref("SpecimensFile"), ref("SpecimenFile")] }) },
          400: problem("A field that does not fit"),
          404: problem("None of them is there"),
          ...BODIES,
        },
      },
    },
    "/api/import": {
      get: {
        summary: "How far the import is that is under way",
        responses: {
          200: {
            description: "Specimens that were read, or kept, of all that the file has; null where there is no import",
            content: json(
              closed({
                importing: {
                  anyOf: [
                    closed({ doing: { type: "string", enum: ["reading", "keeping"] }, done: { type: "integer" }, total: { type: "integer" } }),
                    { type: "null" },
                  ],
                },
              }),
            ),
          },
        },
      },
      post: {
        summary: "Keep all specimens of such a file, or none",
        requestBody: { required: true, content: json(ref("SpecimensFile")) },
        responses: {
          201: { description: "How many were kept", content: json(closed({ imported: { type: "integer" } })) },
          400: problem("Not valid JSON, or a field that does not fit"),
          ...BODIES,
        },
      },
    },
  },
  components: { schemas: { ...SCHEMAS, ...ENGINE_SCHEMAS } },
} as const;
