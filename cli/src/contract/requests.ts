/** What a line of JSON must hold, command by command. Loaded for JSON Lines alone: a person's arguments are checked elsewhere. */
import { looseExpectation } from "@lamprey/api/files";
import { DIALECT_NAMES, type Source } from "@lamprey/core";
import type { AcrossRequest } from "@lamprey/core/answers/across";
import type { CarryRequest } from "@lamprey/core/answers/carry";
import type { ExamplesRequest } from "@lamprey/core/answers/examples";
import type { ForecastRequest } from "@lamprey/core/answers/forecast";
import type { HandinRequest } from "@lamprey/core/answers/handin";
import type { HandoffRequest } from "@lamprey/core/answers/handoff";
import type { MatchRequest } from "@lamprey/core/answers/match";
import type { RelateRequest } from "@lamprey/core/answers/relate";
import type { CommonRequest, PatternRequest } from "@lamprey/core/answers/request";
import type { RewriteRequest } from "@lamprey/core/answers/rewrite";
import type { RiskRequest } from "@lamprey/core/answers/risk";
import type { TraceRequest } from "@lamprey/core/answers/trace";
import type { WhynotRequest } from "@lamprey/core/answers/whynot";
import Joi from "joi";
import type { CheckRequest } from "./check.ts";
import type { SiftRequest } from "./sift.ts";

/** The fields of a pattern with its dialect and flags. */
const SOURCE_FIELDS = {
  dialect: Joi.string()
    .valid(...DIALECT_NAMES)
    .default("ecmascript"),
  pattern: Joi.string().allow("").required(),
  flags: Joi.string().allow("").default(""),
};

/** The fields of a `PatternRequest`. Unknown fields are ignored: the contract grows by adding. */
const PATTERN_FIELDS = { id: Joi.string().allow(""), ...SOURCE_FIELDS };

/** The fields of a `CommonRequest`; a command adds its own. */
const COMMON_FIELDS = { ...PATTERN_FIELDS, text: Joi.string().allow("").required() };

/** Twelve bytes an event: about 1.2 GB, which is as much as one process should hold. */
const MOST_EVENTS = 100_000_000;

export const matchRequest = Joi.object<MatchRequest>({
  ...COMMON_FIELDS,
  mode: Joi.string().valid("first", "all", "start", "whole").default("all"),
  machine: Joi.string().valid("auto", "backtracking", "linear").default("auto"),
  output: Joi.string().valid("matches", "count").default("matches"),
  stepLimit: Joi.number().integer().min(1),
}).unknown();

export const forecastRequest = Joi.object<ForecastRequest>({
  ...COMMON_FIELDS,
  mode: Joi.string().valid("first", "all", "start", "whole").default("all"),
}).unknown();

export const traceRequest = Joi.object<TraceRequest>({
  ...COMMON_FIELDS,
  mode: Joi.string().valid("first", "start", "whole").default("first"),
  eventLimit: Joi.number().integer().min(1).max(MOST_EVENTS).default(1_000_000),
  from: Joi.number().integer().min(0).default(0),
  count: Joi.number().integer().min(0).default(1000),
}).unknown();

export const riskRequest = Joi.object<RiskRequest>({
  ...PATTERN_FIELDS,
  mode: Joi.string().valid("search", "whole", "all").default("search"),
}).unknown();

export const checkRequest = Joi.object<CheckRequest>({ ...PATTERN_FIELDS, expectations: Joi.array().items(looseExpectation).required() }).unknown();

export const rewriteRequest = Joi.object<RewriteRequest>({
  ...COMMON_FIELDS,
  template: Joi.string().allow("").required(),
  scope: Joi.string().valid("first", "all").default("all"),
}).unknown();

export const whynotRequest = Joi.object<WhynotRequest>({ ...COMMON_FIELDS, mode: Joi.string().valid("first", "start", "whole").default("first") }).unknown();

/** More texts than this are no few telling ones. */
const MOST_EXAMPLES = 200;

export const examplesRequest = Joi.object<ExamplesRequest>({
  ...PATTERN_FIELDS,
  mode: Joi.string().valid("whole", "search").default("whole"),
  count: Joi.number().integer().min(1).max(MOST_EXAMPLES).default(12),
  seed: Joi.number().integer().default(0),
}).unknown();

export const slipsRequest = Joi.object<PatternRequest>(PATTERN_FIELDS).unknown();

export const callsRequest = Joi.object<CommonRequest>(COMMON_FIELDS).unknown();

export const handoffRequest = Joi.object<HandoffRequest>({ ...PATTERN_FIELDS, form: Joi.string().required() }).unknown();

export const handinRequest = Joi.object<HandinRequest>({
  id: Joi.string().allow(""),
  source: Joi.string().allow("").required(),
  dialect: Joi.string().valid(...DIALECT_NAMES),
}).unknown();

const side = Joi.object<Source>(SOURCE_FIELDS).unknown().required();

export const relateRequest = Joi.object<RelateRequest>({ id: Joi.string().allow(""), left: side, right: side }).unknown();

/** Every pair is compared: more dialects than there are would say nothing new. */
const MOST_READINGS = 30;

export const acrossRequest = Joi.object<AcrossRequest>({
  id: Joi.string().allow(""),
  pattern: Joi.string().allow("").required(),
  text: Joi.string().allow(""),
  dialects: Joi.array()
    .items(
      Joi.object({
        dialect: Joi.string()
          .valid(...DIALECT_NAMES)
          .required(),
        flags: Joi.string().allow("").default(""),
      }).unknown(),
    )
    .max(MOST_READINGS)
    .required(),
}).unknown();

const { pattern: _one, ...SIFT_FIELDS } = COMMON_FIELDS;

export const siftRequest = Joi.object<SiftRequest>({
  ...SIFT_FIELDS,
  pattern: Joi.string().allow(""),
  patterns: Joi.array().items(Joi.string().allow("")),
  keep: Joi.string().valid("matching", "others").default("matching"),
  whole: Joi.string().valid("line", "word"),
})
  .xor("pattern", "patterns")
  .unknown();

export const carryRequest = Joi.object<CarryRequest>({
  ...PATTERN_FIELDS,
  to: Joi.string()
    .valid(...DIALECT_NAMES)
    .required(),
}).unknown();
