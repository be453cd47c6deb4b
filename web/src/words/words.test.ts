import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { expect, test } from 'vitest'
import { catalogue } from '.'
import { reword } from './american'
import { reword as pseudo } from './pseudo'
import { metricOf, typed, typedOf } from './typed'
import { inCustomary, inUnits } from './units'

const src = join(__dirname, '..')

const catalogues = readdirSync(src, { recursive: true, encoding: 'utf8' })
  .filter((f) => f.endsWith('en.json'))
  .map((f) => ({
    folder: dirname(join(src, f)),
    texts: JSON.parse(readFileSync(join(src, f), 'utf8')) as Record<string, string>,
  }))

test('every text of a catalogue is said by the code beside it, in the order of the ids', () => {
  for (const { folder, texts } of catalogues) {
    const code = readdirSync(folder)
      .filter((f) => /\.tsx?$/.test(f))
      .map((f) => readFileSync(join(folder, f), 'utf8'))
      .join('\n')
    const ids = Object.keys(texts)
    expect(ids, folder).toEqual(ids.toSorted())
    for (const id of ids) {
      const said = id.replace(/_(one|other)$/, '')
      expect(code.includes(`'${said}'`) || code.includes(`"${said}"`), `${folder}: ${id}`).toBe(true)
    }
    for (const id of ids.filter((i) => i.endsWith('_one'))) expect(ids).toContain(id.replace('_one', '_other'))
  }
})

test('whatever somebody is called, a text says it as it is', () => {
  const { say } = catalogue('test', {
    hello: 'Hello {{name}}',
    children_one: '{{count}} child',
    children_other: '{{count}} children',
  })
  for (const name of ['{{name}}', '$t(hello)', '<b>bold</b>', 'שלום', '&amp;'])
    expect(say('hello', { name })).toBe(`Hello ${name}`)
  expect([say('children', { count: 1 }), say('children', { count: 2 })]).toEqual(['1 child', '2 children'])
  expect(say('hello', { name: undefined })).toBe('Hello ')
})

test('American words leave the parts as they are', () => {
  expect(reword('Colour of the set-up at {{colour}}, <centre>in the centre</centre>')).toBe(
    'Color of the setup at {{colour}}, <centre>in the center</centre>',
  )
  expect(reword('Chips')).toBe('French fries')
  expect(reword('Chocolate chips')).toBe('Chocolate chips')
})

test('figures stand in the units of the centre, and a limit in both', () => {
  expect(inUnits('Bore 31.75 mm, {{depth}} mm deep')).toBe('Bore 31.75 mm (1.25 in), {{depth, mm}} deep')
  expect(inUnits('25.4 to 57.15 mm')).toBe('25.4 to 57.15 mm (1 in to 2.25 in)')
  expect([inCustomary(1000, 'g'), inCustomary(100, 'g'), inCustomary(2, 'L'), inCustomary(40, '°C')]).toEqual([
    '2 lb 3 oz',
    '3.53 oz',
    '2.11 qt',
    '104 °F',
  ])
})

test('a limit that is typed in another unit is that limit', () => {
  const fahrenheit = typed['°C']
  const inch = typed.mm
  expect(fahrenheit && [104, 176, 39.2].map((f) => metricOf(f, fahrenheit))).toEqual([40, 80, 4])
  expect(inch && metricOf(2.5, inch)).toBe(63.5)
  expect(inch && [63.5, 31.75].map((mm) => typedOf(mm, inch))).toEqual(['2.5', '1.25'])
})

test('what is no language marks every letter and leaves the parts', () => {
  expect(pseudo('Ready for {{name}} <b>now</b>')).toBe('⟦Řéáđý ƒóř {{name}} <b>ñóŵ</b>⟧')
})
