import type { Router } from 'vue-router'

/** Somebody came here from another page, and nothing of this one has had the focus yet. */
let isArriving = false

/** Pages that are gone to from others give the focus to their heading; the first page of all has it where it is. */
export function watchArrivals(router: Router): void {
  router.afterEach((to, from, failure) => {
    if (!failure && from.matched.length > 0 && to.path !== from.path) isArriving = true
  })
}

/** Once for each arrival. */
export function takeArrival(): boolean {
  const was = isArriving
  isArriving = false
  return was
}

/** A field that has asked for the focus keeps it. */
export function focusUnlessWriting(element: HTMLElement | null | undefined): void {
  if (document.activeElement?.matches('main :is(input, textarea, select)')) return
  element?.focus({ preventScroll: true })
}
