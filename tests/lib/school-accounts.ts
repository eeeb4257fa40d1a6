import { createHash, randomUUID } from 'node:crypto'
import { createServer, type IncomingMessage, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { exportJWK, generateKeyPair, SignJWT, type JWK } from 'jose'

/**
 * A school's accounts, as far as a client of OpenID Connect 1.0 asks: discovery, keys, the code flow with PKCE. Whoever
 * comes is let in as the account that the test says.
 */

export interface SchoolAccount {
  readonly sub: string
  readonly name?: string
  readonly email?: string
  readonly email_verified?: boolean
}

interface Asked {
  readonly account: SchoolAccount
  readonly nonce: string | null
  readonly challenge: string | null
  readonly back: string
}

export class SchoolAccounts {
  /** Who comes next. */
  account: SchoolAccount = { sub: 'nobody' }
  /** What it does wrong, to see that it is noticed. */
  fault: 'none' | 'other-nonce' | 'other-key' | 'other-audience' = 'none'
  private readonly codes = new Map<string, Asked>()
  private readonly server: Server

  private constructor(
    private readonly client: { readonly id: string; readonly secret: string },
    private readonly key: CryptoKey,
    private readonly strange: CryptoKey,
    private readonly jwk: JWK,
  ) {
    this.server = createServer((request, response) => {
      void this.answer(request).then(
        ({ status = 200, to, body }) => {
          response.writeHead(status, { 'content-type': 'application/json', ...(to && { location: to }) })
          response.end(body === undefined ? '' : JSON.stringify(body))
        },
        () => response.writeHead(500).end(),
      )
    })
  }

  static async start(client: { readonly id: string; readonly secret: string }): Promise<SchoolAccounts> {
    const { privateKey, publicKey } = await generateKeyPair('RS256')
    const { privateKey: strange } = await generateKeyPair('RS256')
    const jwk = { ...(await exportJWK(publicKey)), kid: 'of-the-school', alg: 'RS256', use: 'sig' }
    const accounts = new SchoolAccounts(client, privateKey, strange, jwk)
    await new Promise<void>(resolve => accounts.server.listen(0, '127.0.0.1', resolve))
    return accounts
  }

  get issuer(): string {
    return `http://127.0.0.1:${(this.server.address() as AddressInfo).port}`
  }

  stop(): Promise<void> {
    this.server.closeAllConnections()
    return new Promise(resolve => this.server.close(() => resolve()))
  }

  private async answer(request: IncomingMessage): Promise<{ status?: number; to?: string; body?: unknown }> {
    const { pathname, searchParams } = new URL(request.url!, this.issuer)
    switch (pathname) {
      case '/.well-known/openid-configuration':
        return {
          body: {
            issuer: this.issuer,
            authorization_endpoint: `${this.issuer}/come-in`,
            token_endpoint: `${this.issuer}/token`,
            jwks_uri: `${this.issuer}/keys`,
            response_types_supported: ['code'],
            subject_types_supported: ['public'],
            id_token_signing_alg_values_supported: ['RS256'],
            code_challenge_methods_supported: ['S256'],
          },
        }
      case '/keys':
        return { body: { keys: [this.jwk] } }
      case '/come-in':
        return this.comeIn(searchParams)
      case '/token':
        return this.token(new URLSearchParams(await textOf(request)), request.headers.authorization)
      default:
        return { status: 404 }
    }
  }

  private comeIn(asked: URLSearchParams): { status: number; to?: string } {
    if (asked.get('client_id') !== this.client.id || asked.get('response_type') !== 'code') return { status: 400 }
    const code = randomUUID()
    const back = asked.get('redirect_uri')!
    this.codes.set(code, {
      account: this.account,
      nonce: asked.get('nonce'),
      challenge: asked.get('code_challenge'),
      back,
    })
    return { status: 302, to: `${back}?${new URLSearchParams({ code, state: asked.get('state') ?? '' })}` }
  }

  private async token(
    given: URLSearchParams,
    authorization: string | undefined,
  ): Promise<{ status?: number; body: unknown }> {
    const asked = this.codes.get(given.get('code') ?? '')
    this.codes.delete(given.get('code') ?? '')
    const [id, secret] = authorization
      ? Buffer.from(authorization.replace(/^Basic /, ''), 'base64')
          .toString()
          .split(':')
      : [given.get('client_id'), given.get('client_secret')]
    const challenge = createHash('sha256')
      .update(given.get('code_verifier') ?? '')
      .digest('base64url')
    const isGood =
      asked !== undefined &&
      id === this.client.id &&
      secret === this.client.secret &&
      asked.challenge === challenge &&
      asked.back === given.get('redirect_uri')
    if (!isGood) return { status: 400, body: { error: 'invalid_grant' } }
    const { sub, ...claims } = asked.account
    const token = await new SignJWT({ ...claims, nonce: this.fault === 'other-nonce' ? 'another' : asked.nonce })
      .setProtectedHeader({ alg: 'RS256', kid: this.jwk.kid! })
      .setIssuer(this.issuer)
      .setAudience(this.fault === 'other-audience' ? 'somebody-else' : this.client.id)
      .setSubject(sub)
      .setIssuedAt()
      .setExpirationTime('5 minutes')
      .sign(this.fault === 'other-key' ? this.strange : this.key)
    return { body: { access_token: randomUUID(), token_type: 'Bearer', expires_in: 300, id_token: token } }
  }
}

async function textOf(request: IncomingMessage): Promise<string> {
  let text = ''
  for await (const part of request) text += String(part)
  return text
}
