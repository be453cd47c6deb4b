import { readdirSync, readFileSync } from 'node:fs'
import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

const features = readdirSync(new URL('./src/features', import.meta.url))

/** A folder that may not import others, by the names of their folders. */
const layer = (files, others, more = []) => ({
  files: [files],
  rules: {
    '@typescript-eslint/no-restricted-imports': [
      'error',
      {
        patterns: [
          { regex: `^\\.\\./(.*/)?(${others.join('|')})/`, message: 'This layer lies above, or beside.' },
          ...more,
        ],
      },
    ],
  },
})

/** What makes answers old is made so in one way. */
const old = [
  {
    selector: "Property[key.name='queryKey'] > ArrayExpression",
    message: 'Make the key with key(), so that it stands in the table of what a change makes old.',
  },
  { selector: "MemberExpression[property.name='invalidateQueries']", message: 'Make things old by outdate().' },
]

/** The device's clock is read in one place. */
const time = [
  "MemberExpression[object.name='Date'][property.name='now']",
  "NewExpression[callee.name='Date'][arguments.length=0]",
  "CallExpression[callee.name='Date']",
  "MemberExpression[object.name='Temporal'][property.name='Now']",
  "CallExpression[callee.property.name='format'][arguments.length=0]",
].map((selector) => ({ selector, message: 'Ask api/clock what time it is.' }))

/** Nobody decides by a verdict's name: an answer carries a mark and whether it is ready. */
const verdicts = [
  'Literal[value=/^(goes-in|with-a-hand|measure-first|keep-out)$/]',
  'TemplateElement[value.raw=/^(goes-in|with-a-hand|measure-first|keep-out)$/]',
  "JSXAttribute[name.name='mark'] Literal[value=/^(bowl|held-bowl|ruler|lid)$/]",
  'BinaryExpression[left.name=/[mM]ark$/] > Literal[value=/^(bowl|held-bowl|ruler|lid)$/]',
  'BinaryExpression[left.property.name=/[mM]ark$/] > Literal[value=/^(bowl|held-bowl|ruler|lid)$/]',
].map((selector) => ({ selector, message: 'Show the mark that the answer carries, and ask whether it is ready.' }))

/** The cells of a line of a table, in quotes where a comma stands in one. */
const cells = (line) => [...line.matchAll(/("[^"]*"|[^,]*)(?:,|$)/g)].map((m) => m[1].replaceAll('"', ''))

/** One thing has one word: what the glossary says not to call it stands in no text. */
const glossary = readFileSync(new URL('../core/words/glossary.csv', import.meta.url), 'utf8')
  .trim()
  .split('\n')
  .slice(1)
  .map(cells)
  .flatMap(([concept, say, not, except]) => {
    const words = (text) => text.replaceAll(' ', '\\s+')
    const value = `/${except ? `^(?![\\s\\S]*(?:${words(except)}))[\\s\\S]*` : ''}(?:${words(not)})/i`
    // A text has a blank in it; a name that a program goes by has none.
    return [`JSXText[value=${value}]`, `Literal[value=${value}][raw=/ /]`, `TemplateElement[value.raw=${value}]`].map(
      (selector) => ({ selector, message: `For ${concept} say: ${say}.` }),
    )
  })

const held = (file, rules) => ({ files: [file], rules: { 'no-restricted-syntax': ['error', ...rules] } })

export default tseslint.config(
  { ignores: ['built', 'node_modules', 'src/api/*.gen.ts', 'eslint.config.js'] },
  ...tseslint.configs.strict,
  // Each layer imports what lies below it: app, features, entities, session and forms, ui, api.
  // Features never import each other; print pages are features too.
  layer('src/api/**', ['session', 'forms', 'ui', 'entities', 'features', 'app']),
  layer(
    'src/ui/**',
    ['session', 'forms', 'entities', 'features', 'app'],
    [
      {
        group: ['**/api/client', '**/api/keys', '@tanstack/*'],
        message: 'A part of ui is given what it shows.',
        allowTypeImports: true,
      },
    ],
  ),
  layer('src/session/**', ['forms', 'entities', 'features', 'app']),
  layer('src/forms/**', ['entities', 'features', 'app']),
  layer('src/entities/**', ['features', 'app']),
  ...features.map((name) => layer(`src/features/${name}/**`, ['app', ...features.filter((other) => other !== name)])),
  // What a file may do that others may not stands here, a file a line.
  held('src/**', [...old, ...time, ...verdicts, ...glossary]),
  held('src/api/keys.ts', [...time, ...verdicts, ...glossary]),
  held('src/api/clock.ts', [...old, ...verdicts, ...glossary]),
  held('src/ui/Mark.tsx', [...old, ...time, ...glossary]),
  held('src/**/*.test.ts', verdicts),
  { plugins: { 'react-hooks': hooks }, rules: { ...hooks.configs.recommended.rules } },
)
