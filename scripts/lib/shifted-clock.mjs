// Loaded before everything else (node --import): this process's clock goes ahead, or behind, by so many ms.
const shift = Number(process.env.LITTLE_EASEL_CLOCK_SHIFT ?? 0)
const Real = Date
globalThis.Date = class extends Real {
  constructor(...given) {
    if (given.length === 0) super(Real.now() + shift)
    else super(...given)
  }
  static now() {
    return Real.now() + shift
  }
}
