import tseslint from 'typescript-eslint';
import hooks from 'eslint-plugin-react-hooks';
import prettier from 'eslint-config-prettier';

/** Core's layers, lowest first: a file may import from its own layer and from those before it. */
const layers = [
  'pixels',
  'geometry',
  'fields',
  'kernels',
  'definitions',
  'modifiers',
  'shapes',
  'text',
  'textures',
  'blend',
  'paint',
  'brush',
  'flares',
  'sources',
  'steps',
  'cutout',
  'masks',
  'weave',
  'scene',
  'recipes',
  'render',
  'files',
  'collection',
];

/** Inside core, imports run downward only. */
const downward = layers.map((layer, i) => ({
  files: [`core/${layer}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...layers.slice(i + 1).map((above) => ({
            group: [`**/${above}/*`, `**/${above}`],
            message: `core/${layer} stands below core/${above}: imports run downward only.`,
          })),
          {
            group: ['node:*', 'react', 'react-*', '@ignis/*', '**/studio/**', '**/server/**'],
            message: 'core knows no DOM, React or Node, and nothing above it.',
          },
        ],
      },
    ],
  },
}));

export default tseslint.config(
  {
    ignores: [
      '**/dist/',
      'core/kernels/assembly/',
      'core/kernels/built/',
      'node_modules/',
      'shots/',
      'test-results/',
    ],
  },
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-console': 'off',
      eqeqeq: 'error',
    },
  },
  ...downward,
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Buffer', 'navigator'],
    },
  },
  {
    files: ['studio/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['**/server/**', '@ignis/server*'], message: 'The studio uses core only.' },
          ],
        },
      ],
    },
  },
  prettier,
);
