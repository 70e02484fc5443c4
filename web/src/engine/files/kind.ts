/** What bytes are, asked of the decoder that every browser has. */
import type { BytesAre } from "@lamprey/core";

const strict = new TextDecoder("utf-8", { fatal: true });

/** What is known of some bytes. */
export function kindOf(bytes: Uint8Array): BytesAre {
  try {
    return strict.decode(bytes).length === bytes.length ? "ascii" : "utf-8";
  } catch {
    // A decoder that is strict throws where the bytes are none of UTF-8: that is what was asked.
    return "other";
  }
}
