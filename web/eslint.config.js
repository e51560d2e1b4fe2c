import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['dist', 'src/shared/http/schema.d.ts'] },
  ...tseslint.configs.strict,
  reactHooks.configs.flat['recommended-latest'],
  {
    rules: {
      'max-lines': ['error', 300],
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
);
