import { describe, expect, it } from 'vitest'
import { advisoriesIn, isFree } from './advisories.mjs'

describe('what a registry advises', () => {
  it('the worst first, with what mends it', () => {
    const text = JSON.stringify({
      auditReportVersion: 2,
      vulnerabilities: {
        blue: { name: 'blue', severity: 'low', range: '<2', via: ['red'], fixAvailable: false },
        red: {
          name: 'red',
          severity: 'critical',
          range: '<=1.4.0',
          via: [{ title: 'Takes anything for a number' }],
          fixAvailable: { name: 'red', version: '1.4.1' },
        },
        green: { name: 'green', severity: 'high', range: '*', via: [{ title: 'Never ends' }], fixAvailable: true },
      },
    })
    expect(advisoriesIn(text)).toEqual({
      rows: [
        { name: 'red', severity: 'critical', range: '<=1.4.0', what: 'Takes anything for a number', fix: 'red 1.4.1' },
        { name: 'green', severity: 'high', range: '*', what: 'Never ends', fix: 'a newer version' },
        { name: 'blue', severity: 'low', range: '<2', what: 'by red', fix: 'none yet' },
      ],
      why: null,
    })
    expect(advisoriesIn('{"auditReportVersion":2,"vulnerabilities":{}}')).toEqual({ rows: [], why: null })
  })

  it('that it gives none is not taken for that there are none', () => {
    expect(advisoriesIn('{"message":"405 Method Not Allowed","statusCode":405}')).toEqual({
      rows: null,
      why: '405 Method Not Allowed',
    })
    expect(advisoriesIn('getaddrinfo ENOTFOUND\nmore')).toEqual({ rows: null, why: 'getaddrinfo ENOTFOUND' })
    expect(advisoriesIn('{}')).toMatchObject({ rows: null })
  })
})

it('licences that may run with the product', () => {
  for (const free of ['MIT', 'MIT*', '(MIT OR CC0-1.0)', '(BSD-3-Clause OR GPL-2.0)', '(MIT AND Zlib)', 'MPL-2.0'])
    expect(isFree(free), free).toBe(true)
  for (const bound of [
    'GPL-3.0',
    'AGPL-3.0-only',
    'UNKNOWN',
    'UNLICENSED',
    '(MIT AND GPL-2.0)',
    'Custom: http://x',
    '',
  ])
    expect(isFree(bound), bound).toBe(false)
})
