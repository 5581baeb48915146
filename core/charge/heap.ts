import { nth } from '#core/lists'

/** Nodes that wait, the one with the least floor on top. */
export class Heap<Node extends { floor: number }> {
  private readonly nodes: (Node & { born: number })[] = []
  private births = 0

  get size(): number {
    return this.nodes.length
  }

  get least(): number {
    return this.nodes[0]?.floor ?? Infinity
  }

  push(node: Node): void {
    this.sift(this.nodes.push({ ...node, born: this.births++ }) - 1)
  }

  /** The node put in last; the others keep their order. */
  latest(): Node | undefined {
    const { nodes } = this
    let at = 0
    for (let place = 1; place < nodes.length; place++)
      if (nth(nodes, place).born > nth(nodes, at).born) at = place
    const latest = nodes[at]
    const last = nodes.pop()
    if (last && at < nodes.length) {
      // Moved up or down to where it belongs: its floor may be less or more than that of the place.
      nodes[at] = last
      this.sift(at)
    }
    return latest
  }

  pop(): Node | undefined {
    const { nodes } = this
    const top = nodes[0]
    const last = nodes.pop()
    if (last === undefined || nodes.length === 0) return top
    nodes[0] = last
    this.sift(0)
    return top
  }

  private sift(from: number): void {
    const { nodes } = this
    const moved = nth(nodes, from)
    let at = from
    while (at > 0 && nth(nodes, (at - 1) >> 1).floor > moved.floor) {
      nodes[at] = nth(nodes, (at - 1) >> 1)
      at = (at - 1) >> 1
    }
    for (;;) {
      let child = 2 * at + 1
      if (child >= nodes.length) break
      if (child + 1 < nodes.length && nth(nodes, child + 1).floor < nth(nodes, child).floor) child++
      if (nth(nodes, child).floor >= moved.floor) break
      nodes[at] = nth(nodes, child)
      at = child
    }
    nodes[at] = moved
  }
}
