/** What an ECMAScript engine finds; also sent into a browser as source, so it stands on nothing. */
export function verdict({ pattern, flags, text }) {
  let expression;
  try {
    expression = new RegExp(pattern, [...new Set(`${flags}dg`)].join(""));
  } catch {
    return null;
  }
  return [...text.matchAll(expression)].map((found) => {
    const [whole, ...groups] = found.indices;
    return [whole[0], whole[1], ...groups.map((span) => (span ? [span[0], span[1]] : null))];
  });
}
