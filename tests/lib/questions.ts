import { createConnection, type Connection } from 'mariadb'
import type { Client } from './client'

/** What a page costs: ms of the answer, its size as it goes over the network, and questions to the database. */
export interface Cost {
  readonly ms: number
  readonly kib: number
  readonly questions: number
}

/** Counts what is asked of a database server, by whomever: it takes the least of several runs. */
export class Questions {
  private constructor(private readonly connection: Connection) {}

  static async of(databaseUrl: string): Promise<Questions> {
    const { hostname: host, port, username: user, password } = new URL(databaseUrl)
    return new Questions(await createConnection({ host, port: Number(port), user, password }))
  }

  end(): Promise<void> {
    return this.connection.end()
  }

  /**
   * One cost a run of a page's own answer, after two that warm. What is done every few seconds counts as well, so of
   * the questions the least is what the page asks.
   */
  async costsOf(person: Client, path: string, runs: number): Promise<Cost[]> {
    const costs: Cost[] = []
    for (let i = -2; i < runs; i++) {
      const before = await this.asked()
      const began = performance.now()
      const { status, headers } = await person.head('GET', path)
      const ms = performance.now() - began
      if (status !== 200) throw new Error(`${path}: ${status}`)
      const bytes = Number(headers.get('content-length'))
      if (!bytes) throw new Error(`${path} does not say how long it is`)
      // The question about the questions is one of them.
      const questions = (await this.asked()) - before - 1
      if (i >= 0) costs.push({ ms, kib: bytes / 1024, questions })
    }
    return costs
  }

  private async asked(): Promise<number> {
    const [row] = await this.connection.query<{ Value: string }[]>("SHOW GLOBAL STATUS LIKE 'Questions'")
    return Number(row!.Value)
  }
}
