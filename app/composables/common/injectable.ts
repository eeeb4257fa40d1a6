import { inject, provide, type InjectionKey } from 'vue'

/** What a page lays out and the components under it use: one that provides it, one that asks for it. */
export function injectable<T>(what: string): { readonly provide: (value: T) => T; readonly use: () => T } {
  const key: InjectionKey<T> = Symbol(what)
  return {
    provide(value) {
      provide(key, value)
      return value
    },
    /** Throws where no page above has laid it out. */
    use() {
      const found = inject(key)
      if (found === undefined) throw new Error(`no ${what} is laid out on this page`)
      return found
    },
  }
}
