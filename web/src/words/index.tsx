// What the pages say, in the language of whoever reads them. Each folder has its own catalogue, en.json, which comes
// with its code; a text is asked for by its id, with its parts by name. The language is settled before the first
// text is asked for and stays for as long as the page does.
import { createInstance } from 'i18next'
import type { ReactElement } from 'react'
import { Trans } from 'react-i18next/TransWithoutContext'
import { language, units } from './language'
import { figureOf, inCustomary, inUnits, metric } from './units'

/** Makes English texts those of another kind of English; the English of the catalogues needs none. */
const rewords: Record<string, () => Promise<{ reword: (text: string) => string }>> = {
  'en-US': () => import('./american'),
  'en-x-pseudo': () => import('./pseudo'),
}

const worded = (await rewords[language]?.())?.reword
const reword =
  worded || units === 'us'
    ? (text: string) => {
        const own = worded ? worded(text) : text
        return units === 'us' ? inUnits(own) : own
      }
    : undefined

const i18n = createInstance()
void i18n.init({
  lng: language,
  fallbackLng: 'en',
  resources: {},
  initAsync: false,
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false }, // React escapes
})
for (const unit of metric) i18n.services.formatter?.add(unit, (value: unknown) => inCustomary(figureOf(value), unit))

/** The parts of a text by their names; what is not there is left out. */
type Parts = Record<string, string | number | boolean | null | undefined>

/** The ids of a catalogue; one that counts has a text for each plural that the language knows. */
type Ids<C> = keyof C extends infer K ? (K extends `${infer Counted}_${'one' | 'other'}` ? Counted : K) : never

const shown = (parts: Parts = {}) =>
  Object.fromEntries(Object.entries(parts).map(([name, p]) => [name, p === false || p === null ? '' : (p ?? '')]))

/** The texts of a folder: say puts one into words, and Said draws one in which elements stand. */
export function catalogue<C extends Record<string, string>>(folder: string, en: C) {
  i18n.addResourceBundle('en', folder, en)
  if (reword) {
    const own = Object.fromEntries(Object.entries(en).map(([id, text]) => [id, reword(text)]))
    i18n.addResourceBundle(language, folder, own)
  }
  const t = i18n.getFixedT(null, folder)
  return {
    say: (id: Ids<C> & string, parts?: Parts): string => t(id, shown(parts)),
    Said: ({ of, with: parts, parts: components }: Rich<Ids<C> & string>) => (
      <Trans
        i18n={i18n}
        ns={folder}
        i18nKey={of}
        values={shown(parts)}
        components={components}
        // A name may hold what looks like an element.
        tOptions={{ interpolation: { escapeValue: true } }}
        shouldUnescape
      />
    ),
  }
}

interface Rich<Id> {
  of: Id
  with?: Parts
  /** The elements by the names that the text has for them. */
  parts: Record<string, ReactElement>
}
