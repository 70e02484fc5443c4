/** The interface as OpenAPI 3.1, held against the routes by a test. */
import { DIALECT_NAMES } from "@lamprey/core";

const text = { type: "string" } as const;
const whole = { type: "integer" } as const;
const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
const json = (schema: object) => ({ "application/json": { schema } });
const problem = (description: string) => ({ description, content: { "application/problem+json": { schema: ref("Problem") } } });
const answer = (description: string, schema: string) => ({ description, content: json(ref(schema)) });

const id = { name: "id", in: "path", required: true, schema: { type: "string", format: "uuid" } };

const ownFields = {
  title: { type: "string", minLength: 1, maxLength: 200 },
  pattern: { type: "string", maxLength: 1_000_000 },
  dialect: { type: "string", enum: [...DIALECT_NAMES] },
  flags: { type: "string", maxLength: 20 },
  notes: { type: "string", maxLength: 20_000 },
};

const keptFields = {
  id: { type: "string", format: "uuid" },
  ...ownFields,
  revision: { type: "integer", minimum: 1 },
  createdAt: { type: "string", format: "date-time" },
  updatedAt: { type: "string", format: "date-time" },
  deletedAt: { type: ["string", "null"], format: "date-time" },
};

const sampleHead = { id: { type: "string", format: "uuid" }, name: text, length: { type: "integer", description: "UTF-16 code units" } };

function closed(properties: Record<string, object>, required = Object.keys(properties)) {
  return { type: "object", additionalProperties: false, properties, required };
}

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
          { name: "search", in: "query", schema: text, description: "words in title, pattern or notes" },
          { name: "removed", in: "query", schema: { type: "boolean", default: false } },
          { name: "offset", in: "query", schema: { type: "integer", minimum: 0, default: 0 } },
          { name: "limit", in: "query", schema: { type: "integer", minimum: 1, maximum: 200, default: 100 } },
        ],
        responses: { 200: answer("A page of the list", "SpecimenList"), 400: problem("A parameter does not fit") },
      },
      post: {
        summary: "Keep a new specimen",
        requestBody: { required: true, content: json(ref("NewSpecimen")) },
        responses: {
          201: answer("Kept", "Specimen"),
          400: problem("Not valid JSON, a field that does not fit, or one that is not known"),
          413: problem("Too large"),
          415: problem("Not JSON"),
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
          413: problem("Too large"),
          415: problem("Not JSON"),
        },
      },
      delete: {
        summary: "Remove a specimen; it can be restored",
        parameters: [id],
        responses: { 200: answer("Removed", "SpecimenHead"), 404: problem("Unknown") },
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
  },
  components: {
    schemas: {
      NewSpecimen: closed({ ...ownFields, samples: { type: "array", maxItems: 50, items: closed({ name: text, text }) } }, ["title"]),
      SpecimenChange: closed(
        {
          revision: { type: "integer", minimum: 1 },
          ...ownFields,
          samples: { type: "array", maxItems: 50, items: closed({ id: { type: "string", format: "uuid" }, name: text, text }, ["name"]) },
        },
        ["revision"],
      ),
      SpecimenHead: closed({ ...keptFields, samples: { type: "array", items: closed(sampleHead) } }),
      Specimen: closed({ ...keptFields, samples: { type: "array", items: closed({ ...sampleHead, text }) } }),
      SpecimenList: closed({ items: { type: "array", items: ref("SpecimenHead") }, total: whole }),
      EarlierPatterns: closed({
        items: {
          type: "array",
          items: closed({
            ...{ revision: keptFields.revision, pattern: ownFields.pattern, dialect: ownFields.dialect, flags: ownFields.flags },
            keptAt: { type: "string", format: "date-time" },
          }),
        },
      }),
      Problem: {
        type: "object",
        description: "RFC 9457",
        properties: { type: text, title: text, status: whole, detail: text, instance: text, errors: { type: "array" }, current: ref("Specimen") },
        required: ["type", "title", "status", "detail"],
      },
    },
  },
} as const;
