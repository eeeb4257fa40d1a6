import { request as plain } from 'node:http'
import { request as sealed } from 'node:https'

/**
 * Asks a server on this very machine: nobody else can stand between, so no certificate is looked at.
 * @param {string} url
 * @returns {Promise<{ ok: boolean, text: string }>} `ok` false: it does not answer well, or not within two seconds
 */
export function askHere(url) {
  return new Promise(done => {
    const none = { ok: false, text: '' }
    const options = { timeout: 2000, rejectUnauthorized: false }
    const asked = (url.startsWith('https:') ? sealed : plain)(url, options, answer => {
      let text = ''
      answer.on('data', data => (text += String(data)))
      answer.on('end', () => done({ ok: answer.statusCode === 200, text }))
      answer.on('error', () => done(none))
    })
    asked.on('error', () => done(none))
    asked.on('timeout', () => asked.destroy())
    asked.end()
  })
}
