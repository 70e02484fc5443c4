/**
 * The marks of groups: five textures, each in an ink of its own; the next five groups have the same textures in other
 * inks. A group has the same mark wherever it is shown, and always its number or name beside it.
 */

const INKS = ["brass", "moss", "mussel", "slate", "tide"] as const;
export type Ink = (typeof INKS)[number];
const TEXTURES = ["diagonal", "dotted", "solid", "crossed", "railed"] as const;
type Texture = (typeof TEXTURES)[number];

const MARKS = INKS.length * TEXTURES.length;

/** Ink of group n (from 1). */
export function inkOf(group: number): Ink {
  const n = (group - 1) % MARKS;
  return INKS[(n + Math.floor(n / TEXTURES.length)) % INKS.length] as Ink;
}

function textureOf(group: number): Texture {
  return TEXTURES[(group - 1) % TEXTURES.length] as Texture;
}

/** A texture as the line under a stretch of running text, where nothing can be filled. */
const LINE_STYLES = { diagonal: "dashed", dotted: "dotted", solid: "solid", crossed: "ridge", railed: "double" } as const satisfies Record<Texture, string>;

export const lineStyleOf = (group: number): string => LINE_STYLES[textureOf(group)];

/** What to fill a group's bars with. */
export function fillOf(group: number): string {
  return `url(#mark-${textureOf(group)}-${inkOf(group)})`;
}

/** The patterns that `fillOf` names; once in a page. */
export function GroupTextures() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden="true">
      <defs>
        {INKS.flatMap((ink) =>
          TEXTURES.map((texture) => (
            <pattern key={`${texture}-${ink}`} id={`mark-${texture}-${ink}`} width="6" height="6" patternUnits="userSpaceOnUse">
              <TextureDrawing texture={texture} colour={`var(--${ink})`} />
            </pattern>
          )),
        )}
      </defs>
    </svg>
  );
}

function TextureDrawing({ texture, colour }: { readonly texture: Texture; readonly colour: string }) {
  switch (texture) {
    case "diagonal":
      return <path d="M-1 7 7-1M-4 4 4-4M2 10 10 2" stroke={colour} strokeWidth="2.4" />;
    case "dotted":
      return (
        <>
          <circle cx="1.5" cy="1.5" r="1.3" fill={colour} />
          <circle cx="4.5" cy="4.5" r="1.3" fill={colour} />
        </>
      );
    case "solid":
      return <rect width="6" height="6" fill={colour} opacity="0.8" />;
    case "crossed":
      return <path d="M0 0 6 6M6 0 0 6" stroke={colour} strokeWidth="1.3" />;
    case "railed":
      return <path d="M0 1.5H6M0 4.5H6" stroke={colour} strokeWidth="1.9" />;
  }
}

/** A group's mark as a small swatch. */
export function GroupSwatch({ group }: { readonly group: number }) {
  return (
    <svg width="20" height="9" className="inline-block shrink-0" aria-hidden="true">
      <rect x="0.5" y="0.5" width="19" height="8" fill={fillOf(group)} stroke={`var(--${inkOf(group)})`} />
    </svg>
  );
}
