import { bytesOf, DAB_ARENA_BYTES, dabBytes, type Dab, type DabSpec, type DabValues, type Kernels } from '../kernels'

/**
 * Makes dabs as they are asked for and keeps those of before. One for each set of kernels: when
 * their memory for dabs is full, all are dropped and made again as needed.
 */
export class DabBox {
  /** By what a tool gives all its dabs, then by what tells them apart, in one number. */
  private readonly made = new Map<string, Map<number, Dab>>()
  private used = 0

  constructor(private readonly kernels: Kernels) {}

  /** The round dab of this number, made when it is not there. */
  round(key: string, number: number, spec: () => DabSpec): Dab {
    return this.known(key, number) ?? this.keepRound(key, number, spec())
  }

  /** The same for a dab of any shape. */
  shaped(key: string, number: number, values: () => DabValues): Dab {
    return this.known(key, number) ?? this.keepShaped(key, number, values())
  }

  private known(key: string, number: number): Dab | undefined {
    return this.made.get(key)?.get(number)
  }

  private keepRound(key: string, number: number, spec: DabSpec): Dab {
    this.makeRoom(dabBytes(spec))
    return this.keep(key, number, this.kernels.makeDab(spec))
  }

  private keepShaped(key: string, number: number, values: DabValues): Dab {
    this.makeRoom(bytesOf(values))
    return this.keep(key, number, this.kernels.loadDab(values))
  }

  private makeRoom(bytes: number): void {
    const size = bytes + 16
    if (this.used + size > DAB_ARENA_BYTES) {
      this.kernels.dropDabs()
      this.made.clear()
      this.used = 0
    }
    this.used += size
  }

  private keep(key: string, number: number, dab: Dab): Dab {
    let own = this.made.get(key)
    if (!own) this.made.set(key, (own = new Map()))
    own.set(number, dab)
    return dab
  }
}

const boxes = new WeakMap<Kernels, DabBox>()

export function dabBoxOf(kernels: Kernels): DabBox {
  let box = boxes.get(kernels)
  if (!box) {
    box = new DabBox(kernels)
    boxes.set(kernels, box)
  }
  return box
}
