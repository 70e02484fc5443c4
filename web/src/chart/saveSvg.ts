/** A chart as a file of its own: the theme's inks written out, so that it looks the same anywhere. */
import type { ChartLayout } from "../engine/messages.ts";
import { download, forXml } from "../shared/files.ts";

/** The drawing as a file's text: well formed whatever stands in it. */
const svgText = (svg: SVGSVGElement): string => forXml(new XMLSerializer().serializeToString(svg));

export function saveSvg(svg: SVGSVGElement, { width, height }: ChartLayout, name: string): void {
  const style = getComputedStyle(document.documentElement);
  const copy = svg.cloneNode(true) as SVGSVGElement;
  for (const attribute of ["class", "tabindex", "style"]) copy.removeAttribute(attribute);
  copy.querySelector("g")?.removeAttribute("transform");
  for (const [key, value] of Object.entries({ width, height, viewBox: `0 0 ${width} ${height}`, xmlns: "http://www.w3.org/2000/svg" })) {
    copy.setAttribute(key, String(value));
  }
  for (const element of copy.querySelectorAll("*")) {
    element.removeAttribute("class");
    for (const { name: key, value } of [...element.attributes]) {
      const ink = /^var\((--[\w-]+)\)$/.exec(value)?.[1];
      if (ink) element.setAttribute(key, style.getPropertyValue(ink).trim());
    }
  }
  const paper = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  for (const [key, value] of Object.entries({ width, height, fill: style.getPropertyValue("--sheet").trim() })) paper.setAttribute(key, String(value));
  copy.prepend(paper);
  download(new Blob([svgText(copy)], { type: "image/svg+xml" }), name);
}
