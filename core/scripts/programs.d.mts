/** The generated file as it should be. */
export function programsFile(): string;
