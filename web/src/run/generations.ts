/** Numbers of questions to the worker: a newer one makes an older one useless. */

let generations = 0;

export const nextGeneration = (): number => ++generations;
