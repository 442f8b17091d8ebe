import prettier from 'eslint-config-prettier/flat'
import withNuxt from './.nuxt/eslint.config.mjs'

export default withNuxt(
  { ignores: ['.output/**', '.data/**', '.playwright/**', 'server/database/migrations/**'] },
  {
    rules: {
      // A row of a sheet or a list reads best in the words of the trade, which are often one word.
      'vue/multi-word-component-names': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
    },
  },
  {
    name: 'names-of-a-component-property',
    files: ['**/*.vue'],
    // Hyphenated, the type checker takes it for an attribute that the component does not know.
    rules: { 'vue/attribute-hyphenation': ['error', 'always', { ignore: ['ariaLabelledby', 'ariaLabel'] }] },
  },
  {
    name: 'core-has-no-clock',
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'crypto', 'localStorage'],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'The core has no clock.' },
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: 'The core has no clock.',
        },
        {
          selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
          message: 'The core has no dice.',
        },
      ],
    },
  },
  prettier,
)
