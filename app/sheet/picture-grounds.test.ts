import { describe, expect, it } from 'vitest'
import { possibleWay, readWay, USUAL_WAY } from './picture-grounds'

describe('the way a picture was saved last', () => {
  it('is read again', () => {
    const way = { ground: 'clear', form: 'webp', quality: 71 } as const
    expect(readWay(JSON.stringify(way))).toEqual(way)
  })

  it.each(['', 'null', '{}', '{"ground":"paper","form":"bmp","quality":80}', '{"ground":"paper","form":"png"}'])(
    'is the usual one where %j is kept',
    text => expect(readWay(text)).toEqual(USUAL_WAY),
  )

  it('has a ground where the form knows nothing see-through', () => {
    expect(possibleWay({ ground: 'clear', form: 'jpeg', quality: 80 }).ground).toBe('plain')
    expect(possibleWay({ ground: 'clear', form: 'webp', quality: 80 }).ground).toBe('clear')
    expect(possibleWay({ ground: 'paper', form: 'jpeg', quality: 80 }).ground).toBe('paper')
  })
})
