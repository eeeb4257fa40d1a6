/// <reference types="vite/types/importMeta.d.ts" />
import type { z } from 'zod'

/** The routes of the server as they are written, read from their files. */
export interface RouteFile {
  readonly method: string
  /** With its places in brackets: `/api/drawings/[id]/batches`. */
  readonly path: string
  readonly who: 'anyone' | 'teacher' | 'learner' | 'signed-in'
  readonly params?: z.ZodType
  readonly query?: z.ZodType
  readonly body?: z.ZodType
  readonly bytes?: z.ZodType
}

export async function readRoutes(): Promise<RouteFile[]> {
  // What the server puts there itself: here a route's file gives what it says of itself.
  Object.assign(globalThis, { defineRoute: (route: unknown) => route })
  const files = import.meta.glob<Omit<RouteFile, 'method' | 'path'>>('../../server/api/**/*.ts', { import: 'default' })
  return Promise.all(
    Object.entries(files).map(async ([file, load]) => {
      const [, path, method] = /server(\/api\/.+?)(?:\/index)?\.(\w+)\.ts$/.exec(file)!
      const route = await load()
      return { ...route, body: route.body ?? route.bytes, path: path!, method: method!.toUpperCase() }
    }),
  )
}
