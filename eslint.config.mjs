import js from '@eslint/js';
import angular from 'angular-eslint';
import prettier from 'eslint-config-prettier';
import tseslint from 'typescript-eslint';

/** The rooms of core, lowest first: a room imports only from rooms before it. */
const CORE_ROOMS = [
  'units',
  'sheets',
  'standards',
  'hardware',
  'identify',
  'diagnose',
  'shelf',
  'fit',
  'teardown',
  'opening',
  'move',
  'prove',
  'quote',
  'formats',
  'job',
  'ledger',
  'papers',
];
/** Formats read hardware, what diagnosis knows, and ways (a guide is written as it is walked). */
const MAY_READ = {
  formats: ['units', 'sheets', 'standards', 'hardware', 'diagnose', 'fit', 'teardown', 'opening'],
};

/** Rooms that compute over arrays. */
const ENGINES = ['diagnose', 'fit', 'formats', 'move', 'opening', 'teardown'];

const forbid = (files, patterns, ignores = []) => ({
  files,
  ignores,
  rules: { 'no-restricted-imports': ['error', { patterns }] },
});
const package_ = (...names) =>
  names.map((name) => ({
    group: [`@petrichor/${name}`],
    message: `Arrows run one way: web → api → core, server → api → core. This room may not import ${name}.`,
  }));
const IO = {
  group: ['node:*', 'fs', 'path', 'pg', 'express', '@angular/*', 'rxjs', '@ngrx/*'],
  message: 'core has no I/O and no interface: it imports nothing but zod.',
};

const coreRooms = CORE_ROOMS.map((room, at) => {
  const allowed = new Set([...(MAY_READ[room] ?? CORE_ROOMS.slice(0, at)), room]);
  const others = CORE_ROOMS.filter((other) => !allowed.has(other)).map((other) => ({
    group: [`**/${other}/**`],
    message: `core/${room} may not import core/${other}: see CORE_ROOMS in eslint.config.mjs.`,
  }));
  return forbid(
    [`core/src/${room}/**/*.ts`],
    [...others, IO, ...package_('api', 'server', 'web', 'demo', 'cli')],
    ['**/*.spec.ts'],
  );
});

/**
 * The floors of core/job, lowest first: what is kept, how it is said, what follows, what happens, what has to
 * be so, what is asked for.
 */
const JOB_FLOORS = ['shape', 'words', 'reading', 'events', 'gates', 'commands'];

const jobFloors = JOB_FLOORS.map((floor, at) => {
  const above = JOB_FLOORS.slice(at + 1).map((other) => ({
    group: [`**/${other}/**`],
    message: `core/job/${floor} may not import core/job/${other}: see JOB_FLOORS in eslint.config.mjs.`,
  }));
  const roof = {
    regex: '^\\.\\./[a-z-]+\\.js$',
    message: 'What stands above the floors (decide, evolve, summary) is read by none of them.',
  };
  const room = coreRooms.find(({ files }) => files[0] === 'core/src/job/**/*.ts').rules[
    'no-restricted-imports'
  ][1].patterns;
  return forbid([`core/src/job/${floor}/**/*.ts`], [...room, ...above, roof], ['**/*.spec.ts']);
});

/** Fields that hold words: somebody typed them, or they are read by people. Nothing is decided by them. */
const WORDS =
  '/^(label|title|short|say|sentence|detail|note|words|complaint|mustNotLose|accessories|reason|why|caution|because)$/';
const wordsDecide = [
  `CallExpression[callee.property.name=/^(match|search|startsWith|endsWith|includes|indexOf)$/][callee.object.property.name=${WORDS}]`,
  `CallExpression[callee.property.name=/^(replace|replaceAll|split)$/][callee.object.property.name=${WORDS}]`,
  `CallExpression[callee.property.name=/^(test|exec)$/] > MemberExpression.arguments[property.name=${WORDS}]`,
  `BinaryExpression[operator=/^[!=]==$/][right.raw=/^./][right.value=/./] > MemberExpression.left[property.name=${WORDS}]`,
].map((selector) => ({
  selector,
  message: 'Words never decide: give what is meant a field of its own, a code or a fact, and read that.',
}));

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.angular/**', '.petrichor/**', 'test-results/**'] },
  js.configs.recommended,
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: {
        project: ['tsconfig.check.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/consistent-type-imports': 'off',
      // A name for what a schema says: types made of it are told by that name, not by all that is in it.
      '@typescript-eslint/no-empty-object-type': ['error', { allowInterfaces: 'with-single-extends' }],
      eqeqeq: 'error',
      complexity: ['error', 15],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'p', style: 'kebab-case' }],
      '@angular-eslint/component-class-suffix': 'off',
      'no-restricted-properties': [
        'error',
        {
          object: 'crypto',
          property: 'randomUUID',
          message: 'It is not there over plain HTTP on the shop’s network: use ui/new-id.',
        },
        {
          object: 'crypto',
          property: 'subtle',
          message: 'It is not there over plain HTTP on the shop’s network: use @noble/hashes.',
        },
      ],
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
  ...coreRooms,
  ...jobFloors,
  forbid(
    ['core/src/testing/**/*.ts', 'core/src/*.ts'],
    [IO, ...package_('api', 'server', 'web', 'demo', 'cli')],
    ['**/*.spec.ts'],
  ),
  forbid(['api/src/**/*.ts'], package_('server', 'web', 'demo', 'cli')),
  forbid(['server/src/**/*.ts'], package_('web', 'demo', 'cli'), ['**/*.spec.ts', '**/testing/**']),
  forbid(['demo/src/**/*.ts'], package_('api', 'server', 'web', 'cli')),
  forbid(['web/src/**/*.ts'], package_('server', 'demo', 'cli')),
  // A stand-in answers the contract over HTTP; what it stands in for must not be able to look inside.
  forbid(
    ['server/src/simulated/**/*.ts'],
    [
      {
        group: ['**/services/**', '**/routes/**', '**/store/**'],
        message: 'simulated knows the contract and the HTTP helpers only.',
      },
      ...package_('web', 'demo', 'cli'),
    ],
    ['**/*.spec.ts'],
  ),
  // Within the server: routes → services → store. A store knows no service, a service no route.
  forbid(
    ['server/src/store/**/*.ts'],
    [
      {
        group: ['**/services/**', '**/routes/**', '**/http/**'],
        message: 'store knows neither services nor routes nor HTTP.',
      },
      ...package_('web', 'demo', 'cli'),
    ],
  ),
  forbid(
    ['server/src/services/**/*.ts'],
    [
      { group: ['**/routes/**', '**/http/**'], message: 'services know neither routes nor HTTP.' },
      ...package_('web', 'demo', 'cli'),
    ],
    ['**/*.spec.ts'],
  ),
  {
    files: ['**/*.spec.ts', '**/testing/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      complexity: 'off',
    },
  },
  {
    // `sure` says that something is there, and looks. Only the engines, which walk arrays they have sized
    // themselves, take the type's word for it; tests say what they made.
    files: ['**/*.ts'],
    ignores: [...ENGINES.map((room) => `core/src/${room}/**`), '**/*.spec.ts', '**/testing/**', 'e2e/**'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'error' },
  },
  {
    // Readers take words apart, and the Ledger finds by them.
    files: ['core/src/**/*.ts'],
    ignores: ['core/src/formats/**', 'core/src/ledger/**', 'core/src/**/*.spec.ts', 'core/src/testing/**'],
    rules: { 'no-restricted-syntax': ['error', ...wordsDecide] },
  },
  {
    files: ['web/src/app/**/*.ts', 'server/src/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/testing/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            ':matches(Literal[value=/^\\u002Fapi\\u002F./], TemplateElement[value.raw=/^\\u002Fapi\\u002F./])',
          message:
            'A path is written in the contract alone (api/src): ask by its name (Api), or have its address by hrefOf.',
        },
      ],
    },
  },
  {
    files: ['e2e/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "MemberExpression[property.name='waitForTimeout']",
          message: 'Wait for what has to be there (expect), or until all has come to rest (support/settled).',
        },
      ],
    },
  },
  { files: ['**/*.mjs'], languageOptions: { globals: { console: 'readonly', process: 'readonly' } } },
  prettier,
  {
    // Behind prettier's own list, which turns it off.
    files: ['**/*.ts'],
    rules: {
      // A sentence stays in one piece; all else is read without turning the head.
      'max-len': [
        'error',
        {
          code: 110,
          ignoreStrings: true,
          ignoreTemplateLiterals: true,
          ignoreRegExpLiterals: true,
          ignoreUrls: true,
        },
      ],
    },
  },
);
