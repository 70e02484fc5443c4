/** The position of a number among numbers in rising order; −1 where it is not among them. */
export function positionOf(numbers: Int32Array, wanted: number): number {
  let [low, high] = [0, numbers.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((numbers[middle] as number) < wanted) low = middle + 1;
    else high = middle;
  }
  return numbers[low] === wanted ? low : -1;
}
