/** Connected pixels. */
export interface Component {
  readonly label: number
  readonly area: number
  /** A pixel of it. */
  readonly x: number
  readonly y: number
  readonly box: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number }
}

/**
 * Four-connected components of the set pixels (two-pass, union–find; Rosenfeld & Pfaltz 1966).
 * `labels` holds 0 for unset pixels and the component's label, 1 …, for the others.
 */
export function components(set: Uint8Array, width: number, height: number): { labels: Int32Array; found: Component[] } {
  const labels = new Int32Array(width * height)
  const parent: number[] = [0]
  const rootOf = (label: number) => {
    while (parent[label] !== label) {
      parent[label] = parent[parent[label]!]!
      label = parent[label]!
    }
    return label
  }
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!set[i]) continue
      const left = x > 0 ? labels[i - 1]! : 0
      const above = y > 0 ? labels[i - width]! : 0
      if (!left && !above) {
        labels[i] = parent.length
        parent.push(parent.length)
      } else if (left && above) {
        const a = rootOf(left)
        const b = rootOf(above)
        const root = Math.min(a, b)
        parent[Math.max(a, b)] = root
        labels[i] = root
      } else {
        labels[i] = left || above
      }
    }
  }
  return collect(labels, width, height, rootOf)
}

function collect(labels: Int32Array, width: number, height: number, rootOf: (label: number) => number) {
  const renamed = new Map<number, number>()
  const found: {
    label: number
    area: number
    x: number
    y: number
    box: { x0: number; y0: number; x1: number; y1: number }
  }[] = []
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!labels[i]) continue
      const root = rootOf(labels[i]!)
      let label = renamed.get(root)
      if (label === undefined) {
        label = found.length + 1
        renamed.set(root, label)
        found.push({ label, area: 0, x, y, box: { x0: x, y0: y, x1: x + 1, y1: y + 1 } })
      }
      labels[i] = label
      const component = found[label - 1]!
      component.area++
      const { box } = component
      if (x < box.x0) box.x0 = x
      if (x >= box.x1) box.x1 = x + 1
      box.y1 = y + 1
    }
  }
  return { labels, found }
}
