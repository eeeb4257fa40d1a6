import type { InternalApi } from 'nitropack/types'
import { callApi, type Method } from './client'

/** The server's routes as they are: `InternalApi` is made from their files. */
type Route = keyof InternalApi & `/api/${string}`
type MethodsOf<R extends Route> = Uppercase<keyof InternalApi[R] & string> & Method
type Answer<R extends Route, M extends Method> = InternalApi[R][Lowercase<M> & keyof InternalApi[R]]

/** Names of what stands for a number in a route. */
type ParamsOf<R extends string> = R extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamsOf<`/${Rest}`>
  : R extends `${string}:${infer Name}`
    ? Name
    : never

interface Given {
  /** What is null is left out. */
  readonly query?: Readonly<Record<string, string | number | null>>
  readonly body?: unknown
  /** It goes out although the page is being left. */
  readonly keepalive?: boolean
}
type GivenFor<R extends Route> = [ParamsOf<R>] extends [never]
  ? [given?: Given]
  : [given: Given & { readonly params: Readonly<Record<ParamsOf<R>, number>> }]

/**
 * Calls a route of the server; what it answers has the type that the route gives. Throws as {@link callApi} does.
 */
export function call<R extends Route, M extends MethodsOf<R>>(
  method: M,
  route: R,
  ...[given]: GivenFor<R>
): Promise<Answer<R, M>> {
  const {
    params = {},
    query = {},
    body,
    keepalive,
  }: Given & { params?: Readonly<Record<string, number>> } = given ?? {}
  return callApi<Answer<R, M>>(method, pathOf(route, params, query), body, keepalive)
}

/** A route with its numbers put in, and what is asked after it. */
export function pathOf(
  route: string,
  params: Readonly<Record<string, number>>,
  query: NonNullable<Given['query']> = {},
): string {
  const path = route.replace(/:(\w+)/g, (_, name: string) => String(params[name]))
  const asked = new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) => (value === null ? [] : [[name, String(value)]])),
  ).toString()
  return asked ? `${path}?${asked}` : path
}
