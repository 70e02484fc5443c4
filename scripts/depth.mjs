/**
 * How deep the tests go. Sizes in the tests are those of `npm test`; `npm run test:deep` runs the same files with
 * everything DEPTH times as large, and with whole enumerations where `npm test` takes a part.
 */

/** The environment variable that `npm run test:deep` sets. */
export const DEEP_VARIABLE = "LAMPREY_TEST_DEEP";

const isDeep = process.env[DEEP_VARIABLE] === "1";

/** A number of random cases is multiplied by this: 1 in `npm test`. */
export const DEPTH = isDeep ? 20 : 1;

/**
 * What `npm test` takes of an enumeration: one item in `oneIn`, evenly apart, the first included. `npm run test:deep` takes
 * all of them. A prime for `oneIn` keeps the part from falling in step with how the enumeration was made.
 */
export const portion = (items, oneIn) => (isDeep ? items : items.filter((_, i) => i % oneIn === 0));

/** Rows of a table that take seconds each, and show little that the others do not: for `npm run test:deep` alone. */
export const onlyDeep = (...rows) => (isDeep ? rows : []);

/** The first size in `npm test`, the second in `npm run test:deep`: for sizes whose cost does not grow in proportion. */
export const sized = (short, deep) => (isDeep ? deep : short);
