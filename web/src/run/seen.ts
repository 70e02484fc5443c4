/** How far down the sample is in view: what the page runs by itself needs to go no further. An offset. */
let until = 0;

export const seenUntil = (): number => until;

export function sawUntil(offset: number): void {
  until = offset;
}
