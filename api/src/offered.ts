/** The folder whose files a server offers to be searched. */

/** Its name, null where no folder is offered; the files by their paths below it; and whether there are more. Sizes are in bytes. */
export interface OfferedFiles {
  readonly name: string | null;
  readonly files: readonly { readonly path: string; readonly size: number }[];
  readonly more: boolean;
}
