import typescript from '@typescript-eslint/parser'
import vue from 'eslint-plugin-vue'

/* What only a template shows. All else, and where an import may lead, is looked at by Oxlint (.oxlintrc.json). */
export default [
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: typescript, extraFileExtensions: ['.vue'] } },
    rules: {
      'vue/no-undef-components': ['error', { ignorePatterns: ['NuxtLink', 'NuxtPage', 'ClientOnly'] }],
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      // How it is laid out is the formatter's.
      ...Object.fromEntries(
        [
          'html-closing-bracket-newline',
          'html-closing-bracket-spacing',
          'html-indent',
          'html-quotes',
          'html-self-closing',
          'max-attributes-per-line',
          'multiline-html-element-content-newline',
          'mustache-interpolation-spacing',
          'no-multi-spaces',
          'no-spaces-around-equal-signs-in-attribute',
          'singleline-html-element-content-newline',
        ].map((rule) => [`vue/${rule}`, 'off']),
      ),
    },
  },
]
