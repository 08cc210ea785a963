import next from 'eslint-config-next';
import tseslint from 'typescript-eslint';

const ofHooks = next.flatMap(({ plugins }) => Object.keys(plugins?.['react-hooks']?.rules ?? {}));

const config = [
  {
    ignores: [
      '.next/**',
      'dist/**',
      'public/**',
      'node_modules/**',
      'next-env.d.ts',
      'data/**',
      'test-results/**',
      'playwright-report/**',
      '.cache/**',
    ],
  },
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
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    },
  },
  {
    // The schemas of all commands and queries are for the server. A browser needs their types alone.
    files: ['src/features/**', 'src/ui/**', 'src/client/**'],
    ignores: ['**/*.test.*'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['@/contract/commands', '@/contract/queries'],
              allowTypeImports: true,
              message: 'Import its types with `import type`.',
            },
          ],
        },
      ],
    },
  },
  {
    // Larger functions from before these limits are counted in eslint-suppressions.json, which only gets shorter.
    files: ['src/**/*.ts', 'src/**/*.tsx', 'scripts/**'],
    ignores: ['**/*.test.*', '**/*.bench.*'],
    rules: {
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
      'max-params': ['error', 8],
      complexity: ['error', 19],
    },
  },
  // Nothing of React is there: names that begin with `use` are no hooks, and its compiler need not go through a third of all code.
  {
    files: ['core', 'lab', 'formats', 'services', 'cli', 'db', 'server', 'workers']
      .map((folder) => `src/${folder}/**`)
      .concat('scripts/**', 'e2e/**', 'bin/**'),
    rules: Object.fromEntries(ofHooks.map((rule) => [`react-hooks/${rule}`, 'off'])),
  },
  { files: ['scripts/**', 'bin/**', '**/*.bench.ts'], rules: { 'no-console': 'off' } },
  { files: ['bin/**', '*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
];
export default config;
