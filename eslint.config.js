import js from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import vueParser from 'vue-eslint-parser'

/** Rooms may only look downward: web → contract → core; server → contract → core; web and server never meet. */
const closed = (...rooms) => ({
  'no-restricted-imports': ['error', { patterns: rooms.map((group) => ({ group: [group], message: 'This room may not look there; see docs/architecture.md.' })) }],
})
const anyRoom = (room) => [`**/${room}/**`, `**/${room}`]

export default js.config(
  { ignores: ['dist', 'node_modules', '.data'] },
  ...js.configs.recommended,
  ...vue.configs['flat/essential'],
  {
    files: ['**/*.{ts,vue}'],
    languageOptions: { parser: vueParser, parserOptions: { parser: js.parser, extraFileExtensions: ['.vue'] } },
    rules: {
      'vue/multi-word-component-names': 'off',
      '@typescript-eslint/no-unused-expressions': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    files: ['tools/**/*.{mjs,cjs}'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly', fetch: 'readonly', setTimeout: 'readonly', setInterval: 'readonly', clearInterval: 'readonly', URL: 'readonly' } },
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: closed(...anyRoom('contract'), ...anyRoom('server'), ...anyRoom('web'), 'node:*', 'vue', 'vue-router', 'pinia', 'primevue/*', 'express', 'pg', 'zod'),
  },
  { files: ['src/core/card/stations/*.ts'], rules: { 'max-lines-per-function': ['error', { max: 80 }] } },
  { files: ['src/contract/**/*.ts'], rules: closed(...anyRoom('server'), ...anyRoom('web'), 'vue', 'express', 'pg') },
  { files: ['src/server/**/*.ts'], rules: closed(...anyRoom('web'), 'vue', 'pinia', 'primevue/*') },
  { files: ['src/web/**/*.{ts,vue}'], rules: closed(...anyRoom('server'), 'express', 'pg', 'node:*') },
)
