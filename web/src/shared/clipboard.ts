/** Puts a text on the clipboard; false where the browser does not allow it, or has none, as on a page without a secure context. */
export async function copyText(text: string): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(text);
    return true;
  } catch {
    // Why it does not is the browser's matter; whoever asked says that nothing was copied.
    return false;
  }
}
