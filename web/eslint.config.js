import { readdirSync } from 'node:fs'
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

/** What people read stands in a catalogue: no words in code, but in what names a style, a drawing or an address. */
const words = [
  'JSXText[value=/[a-z]{2}/i]',
  'JSXAttribute[name.name=/^(alt|aria-label|hint|label|legend|placeholder|title|unit|what)$/] > Literal[value=/[a-z]{2}/i]',
  'Literal[value=/[a-z]{2,}[,;:.]? [(“]?[a-z]{2,}/i]',
  'Literal[value=/^[A-Z][a-z]{2,}[.?!…:]?$/]',
  'TemplateElement[value.raw=/[a-z]{2,}[,;:.]? [(“]?[a-z]{2,}|^ ?[,;:.]? [a-z]{2,}|[a-z]{2,} $/i]',
].map((selector) => ({
  selector: `${selector}${[
    'JSXAttribute[name.name=/^(className|d|points|transform)$/] *',
    'TSLiteralType > *',
    'BinaryExpression > Literal',
    'Property > .key',
    'CallExpression[callee.name=page] > Literal',
    'CallExpression[callee.property.name=/^(querySelector|matches)$/] > Literal',
    "CallExpression[callee.name='matchMedia'] > Literal",
    'ThrowStatement *',
  ]
    .map((but) => `:not(${but})`)
    .join('')}`,
  message: 'A text stands in the catalogue of its folder.',
}))

const held = (file, rules) => ({ files: [file], rules: { 'no-restricted-syntax': ['error', ...rules] } })

export default tseslint.config(
  { ignores: ['built', 'node_modules', 'src/**/*.gen.ts', 'eslint.config.js'] },
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
  held('src/**', [...old, ...time, ...verdicts, ...words]),
  held('src/words/**', [...old, ...time, ...verdicts]),
  held('src/api/keys.ts', [...time, ...verdicts, ...words]),
  held('src/api/clock.ts', [...old, ...verdicts, ...words]),
  held('src/ui/Mark.tsx', [...old, ...time, ...words]),
  held('src/**/*.test.ts', verdicts),
  { plugins: { 'react-hooks': hooks }, rules: { ...hooks.configs.recommended.rules } },
)
