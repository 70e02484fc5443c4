/** What the server and the page say to each other. */
export { ENGINE_SCHEMAS, type Engine, type EngineAnswer, type EngineList, type EngineQuestion, type EngineRow } from "./engines.ts";
export type { OfferedFiles } from "./offered.ts";
export { type Closed, closed, listOf, type Value } from "./schema.ts";
export {
  BOUNDS,
  type EarlierPattern,
  type Figures,
  type FiguresOf,
  isProblem,
  type Many,
  type NewSpecimen,
  type ProblemDetails,
  type SampleChange,
  type SampleHead,
  SCHEMAS,
  SORTS,
  type Sort,
  type Specimen,
  type SpecimenChange,
  type SpecimenExcerpt,
  type SpecimenFile,
  type SpecimenHead,
  type SpecimenList,
  type SpecimensFile,
  specimenSchema,
  specimensSchema,
  type TagList,
  type TextEdit,
} from "./specimens.ts";
