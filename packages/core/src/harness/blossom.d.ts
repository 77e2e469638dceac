/** MIT; the maximum-weight matching of general graphs after Galil (1986), ported from van Rantwijk's program. */
declare module 'edmonds-blossom' {
  /** @param edges two vertices and a weight; @returns for every vertex its mate, or -1 */
  export default function matching(edges: [number, number, number][], maxCardinality?: boolean): number[];
}
