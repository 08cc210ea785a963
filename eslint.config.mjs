import next from 'eslint-config-next';
import tseslint from 'typescript-eslint';

const config = [
  { ignores: ['.next/**', 'dist/**', 'node_modules/**', 'next-env.d.ts', 'data/**', 'test-results/**', 'playwright-report/**'] },
  ...next,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-console': 'error',
      eqeqeq: 'error',
    },
  },
  { files: ['scripts/**', 'bin/**', 'src/server/log.ts', '**/*.bench.ts'], rules: { 'no-console': 'off' } },
  { files: ['bin/**', '*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
];
export default config;
