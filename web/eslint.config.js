import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['dist', 'src/api/schema.d.ts'] },
  ...ts.configs.strict,
  ...ts.configs.stylistic,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      // Quantities carry their unit in the name here as everywhere: length_cm, end_s.
      'vue/prop-name-casing': 'off',
      // vue-tsc sees that a switch covers every case; this rule does not.
      'vue/return-in-computed-property': 'off',
      // Vuetify's slots are named `item.name`.
      'vue/valid-v-slot': ['error', { allowModifiers: true }],
    },
  },
  prettier,
)
