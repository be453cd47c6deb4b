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

export default tseslint.config(
  { ignores: ['built', 'node_modules', 'src/api/schema.gen.ts', 'eslint.config.js'] },
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
  {
    files: ['src/**'],
    ignores: ['src/api/keys.ts', 'src/**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "Property[key.name='queryKey'] > ArrayExpression",
          message: 'Make the key with key(), so that it stands in the table of what a change makes old.',
        },
        { selector: "MemberExpression[property.name='invalidateQueries']", message: 'Make things old by outdate().' },
      ],
    },
  },
  { plugins: { 'react-hooks': hooks }, rules: { ...hooks.configs.recommended.rules } },
)
