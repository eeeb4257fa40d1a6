import type { Server } from 'node:http'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { freePort } from './ports.mjs'
import { serveTrustPage, trustPage } from './trust-page.mjs'

const GIVEN = { addresses: ['https://192.0.2.7:4310', 'https://easel.example:4310'], fingerprint: 'AB:CD:EF' }
let server: Server
let url: string
beforeEach(async () => {
  const port = await freePort(19_500)
  server = await serveTrustPage({ port, host: '127.0.0.1', authority: 'the certificate', ...GIVEN })
  url = `http://127.0.0.1:${port}`
})
afterEach(() => void server.close())

it('says for each kind of device how to trust the machine, what to compare, and where to go then', async () => {
  const page = await (await fetch(url)).text()
  for (const each of ['iPad', 'Android', 'Windows', 'Mac', 'Chromebook', 'Linux', 'AB:CD:EF'])
    expect(page).toContain(each)
  for (const each of GIVEN.addresses) expect(page).toContain(`<a href="${each}">`)
})

it('gives the certificate as a file, and nothing else', async () => {
  const file = await fetch(`${url}/little-easel-authority.crt`)
  expect(file.headers.get('content-type')).toBe('application/x-x509-ca-cert')
  expect(await file.text()).toBe('the certificate')
  const other = await fetch(`${url}/authority.key`)
  expect(other.headers.get('content-type')).toContain('text/html')
  expect((await fetch(url, { method: 'POST', body: 'x' })).status).toBe(405)
})

it('writes what it is given as words', () => {
  expect(trustPage({ addresses: ['https://x/"><script>'], fingerprint: '<b>' })).not.toMatch(/<script>|<b>&|"<b>/)
})
