/** A report as JUnit XML, the form that pipelines read: a suite for each specimen, a case for each expectation. */
import { visible } from "@lamprey/core";
import { type Checked, found, wanted } from "./words.ts";

const ESCAPES: Readonly<Record<string, string>> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;", "'": "&apos;" };

/** What no XML document may hold although it can be seen (XML 1.0, 2.2). */
const NO_CHARACTER: Readonly<Record<string, string>> = { "\ufffe": "\\ufffe", "\uffff": "\\uffff" };

/** As the value of an attribute: control characters and lone surrogates, which XML cannot hold, are made visible. */
const escaped = (text: string): string =>
  visible(text, Number.POSITIVE_INFINITY).replaceAll(/[&<>"'\ufffe\uffff]/g, (sign) => ESCAPES[sign] ?? NO_CHARACTER[sign] ?? "");

const seconds = (milliseconds: number): string => (milliseconds / 1000).toFixed(3);

export function junit(checked: readonly Checked[]): string {
  const suites = checked.map((each) => suite(each));
  return `<?xml version="1.0" encoding="UTF-8"?>\n<testsuites>\n${suites.join("")}</testsuites>\n`;
}

function suite({ file, title, expectations, fault, results, milliseconds }: Checked): string {
  const failures = results.filter(({ passed }) => !passed).length;
  const cases =
    fault === null
      ? results.map((result, i) => {
          const expectation = expectations[i];
          if (!expectation) return "";
          const name = `    <testcase classname="${escaped(title)}" name="${escaped(`${wanted(expectation)}: ${expectation.text}`)}"`;
          return result.passed ? `${name}/>\n` : `${name}>\n      <failure message="${escaped(found(expectation, result))}"/>\n    </testcase>\n`;
        })
      : [`    <testcase classname="${escaped(title)}" name="the pattern">\n      <error message="${escaped(fault)}"/>\n    </testcase>\n`];
  const counts = `tests="${fault === null ? results.length : 1}" failures="${failures}" errors="${fault === null ? 0 : 1}"`;
  return `  <testsuite name="${escaped(title)}" file="${escaped(file)}" ${counts} time="${seconds(milliseconds)}">\n${cases.join("")}  </testsuite>\n`;
}
