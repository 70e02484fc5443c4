/** A template that is plain text: nothing in it means anything else. */
import { GrowingTemplate } from "./parts.ts";
import type { Template } from "./template.ts";

export function readPlainTemplate(source: string): Template {
  const template = new GrowingTemplate(source);
  template.asWritten(0, source.length);
  return template.finish();
}
