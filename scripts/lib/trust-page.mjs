import { createServer } from 'node:http'

/** What a device keeps once it has fetched it. */
const FILE = 'little-easel-authority.crt'

const DEVICES = [
  [
    'iPhone and iPad',
    [
      'Open this page in Safari, fetch the file, and let it be loaded.',
      'Settings → <b>Profile loaded</b> → Install.',
      'Settings → General → About → <b>Certificate Trust Settings</b> → switch “Little Easel on …” on.',
    ],
  ],
  [
    'Android',
    [
      'Fetch the file.',
      'Settings → Security → More → <b>Install a certificate</b> → CA certificate → Install anyway → choose the file.',
    ],
  ],
  [
    'Windows',
    [
      'Fetch the file and open it → Install Certificate → Current User.',
      'Choose <b>Place all certificates in the following store</b> → Trusted Root Certification Authorities → Finish.',
      'Close the browser and open it again.',
    ],
  ],
  [
    'Mac',
    ['Fetch the file and open it: it goes into the login keychain.', 'Open it there → Trust → <b>Always Trust</b>.'],
  ],
  [
    'Chromebook',
    [
      'Fetch the file.',
      'Settings → Privacy and security → Security → <b>Manage certificates</b> → Authorities → Import.',
    ],
  ],
  [
    'Linux, and Firefox anywhere',
    [
      'Fetch the file.',
      'Settings of the browser, search for <b>certificates</b> → View Certificates → Authorities → Import → “identify websites”.',
    ],
  ],
]

const escaped = text =>
  text.replace(/[&<>"]/g, sign => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign])

/**
 * The page that says how a device comes to trust this machine.
 * @param {{ addresses: string[], fingerprint: string }} given `addresses`: where Little Easel is then
 */
export const trustPage = ({ addresses, fingerprint }) => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Little Easel: before the first time</title>
<style>
body{margin:0;background:#e9e6df;color:#2a2927;font:400 1rem/1.5 system-ui,sans-serif}
main{max-width:680px;margin:0 auto;padding:28px 22px 60px}
h1{font-family:Georgia,serif;font-weight:600;font-size:1.8rem;line-height:1.2}
.button{display:inline-block;padding:12px 20px;border-radius:8px;background:#2b4c8c;color:#fff;text-decoration:none}
section,details{background:#fbfaf6;border:1px solid #d8d3c8;border-radius:10px;padding:14px 18px;margin:0 0 12px}
summary{min-height:32px;cursor:pointer;font-weight:600}
code{overflow-wrap:anywhere;font-size:.85rem}
a{color:#2b4c8c}
</style></head><body><main>
<h1>Before the first time</h1>
<p>What you draw goes to this school’s own machine, sealed on its way. For that your device has to know the machine: once, in a minute.</p>
<section><p><b>1.</b> Fetch its certificate.</p><p><a class="button" href="/${FILE}" download>Fetch the certificate</a></p></section>
<section><p><b>2.</b> Tell your device that you trust it:</p></section>
${DEVICES.map(
  ([device, steps]) =>
    `<details><summary>${device}</summary><ol>${steps.map(step => `<li>${step}</li>`).join('')}</ol></details>`,
).join('\n')}
<section><p><b>3.</b> Go on to Little Easel:</p><p>${addresses.map(each => `<a href="${escaped(each)}">${escaped(each)}</a>`).join('<br>')}</p></section>
<section><p>To be sure that it is the right one, compare its SHA-256 with what your teacher’s machine shows:</p><p><code>${escaped(fingerprint)}</code></p>
<p>Trust it on devices of the class, and take it off again when the class is over. A browser that asks “is this safe?” before that is right to ask.</p></section>
</main></body></html>
`

/** Serves the page, and the certificate of the authority, over plain http; answers its server. */
export function serveTrustPage({ port, host, authority, ...given }) {
  const page = trustPage(given)
  const server = createServer((asked, answer) => {
    if (asked.method !== 'GET' && asked.method !== 'HEAD') {
      answer.writeHead(405).end()
      return
    }
    const isFile = asked.url === `/${FILE}`
    answer.writeHead(200, {
      'content-type': isFile ? 'application/x-x509-ca-cert' : 'text/html; charset=utf-8',
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
    })
    answer.end(asked.method === 'HEAD' ? undefined : isFile ? authority : page)
  })
  return new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, host, () => resolve(server))
  })
}
