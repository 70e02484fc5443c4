/** Strongly connected components of a directed graph, and shortest ways in it. */

export interface Components {
  /** The component of each node; successors have lower numbers, or the same. */
  readonly of: Int32Array;
  /** Nodes of each component. */
  readonly members: readonly (readonly number[])[];
  /** Whether there is a way from a node of the component back to it. */
  readonly cyclic: readonly boolean[];
}

/** R. Tarjan, "Depth-first search and linear graph algorithms" (1972), without recursion. */
export function componentsOf(size: number, successors: (node: number) => readonly number[]): Components {
  const of = new Int32Array(size).fill(-1);
  const order = new Int32Array(size).fill(-1);
  const low = new Int32Array(size);
  const members: number[][] = [];
  const cyclic: boolean[] = [];
  const open: number[] = [];
  let next = 0;
  for (let root = 0; root < size; root++) {
    if (order[root] !== -1) continue;
    const path: { node: number; index: number }[] = [];
    const enter = (node: number): void => {
      order[node] = next;
      low[node] = next++;
      open.push(node);
      path.push({ node, index: 0 });
    };
    enter(root);
    for (let at = path.at(-1); at; at = path.at(-1)) {
      const { node } = at;
      const to = successors(node)[at.index++];
      if (to !== undefined) {
        if (order[to] === -1) enter(to);
        else if (of[to] === -1) low[node] = Math.min(low[node] as number, order[to] as number);
        continue;
      }
      path.pop();
      const above = path.at(-1);
      if (above) low[above.node] = Math.min(low[above.node] as number, low[node] as number);
      if (low[node] !== order[node]) continue;
      const found: number[] = [];
      for (let member = -1; member !== node; ) {
        member = open.pop() as number;
        of[member] = members.length;
        found.push(member);
      }
      members.push(found);
      cyclic.push(found.length > 1 || successors(node).includes(node));
    }
  }
  return { of, members, cyclic };
}
