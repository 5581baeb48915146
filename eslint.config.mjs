import typescript from '@typescript-eslint/parser'
import vue from 'eslint-plugin-vue'

/* What only a template shows. All else, and where an import may lead, is looked at by Oxlint (.oxlintrc.json). */
export default [
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: typescript } },
    rules: {
      'vue/no-undef-components': ['error', { ignorePatterns: ['NuxtLink', 'NuxtPage', 'ClientOnly'] }],
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      // How it is laid out is the formatter's, but for where attributes begin.
      ...vue.configs['no-layout-rules'].rules,
      'vue/first-attribute-linebreak': 'warn',
    },
  },
]
