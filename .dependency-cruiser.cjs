const { readdirSync } = require('node:fs');
const { join } = require('node:path');

/** The four floors of the house, and the storeys of the core: imports run downward only. */
const STOREYS = [
  'measure',
  'reading',
  'geometry',
  'body',
  'camera',
  'floor',
  'placing',
  'setout',
  'layout',
  'filling',
  'moves',
  'pattern',
  'drill',
  'formats',
  'range',
  'notation',
  'pair',
  'motion',
  'track',
  'sound',
  'detection',
  'rules',
  'matching',
  'verdict',
  'judging',
  'report',
  'check',
  'freeze',
  'round',
  'live',
  'tally',
  'compose',
  'print',
  'sim',
  'library',
  'capture',
];

/** A room that no storey is given would be let import anything. */
const rooms = readdirSync(join(__dirname, 'core/src'), { withFileTypes: true })
  .filter((entry) => entry.isDirectory())
  .map(({ name }) => name);
const homeless = rooms.filter((room) => !STOREYS.includes(room));
if (homeless.length > 0)
  throw new Error(`core/src/${homeless.join(', core/src/')}: no storey is given in ${__filename}`);

const upward = STOREYS.flatMap((storey, i) => {
  const above = STOREYS.slice(i + 1).join('|');
  return above === ''
    ? []
    : [
        {
          name: `core-${storey}-imports-downward`,
          severity: 'error',
          from: { path: `^core/src/${storey}/`, pathNot: '\\.test\\.tsx?$' },
          to: { path: `^core/src/(${above})/` },
        },
      ];
});

const house = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from },
  to: { path: to },
});

module.exports = {
  forbidden: [
    ...upward,
    {
      name: 'rooms-are-entered-by-their-index',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/([^/]+)/', pathNot: ['^core/src/$1/', '/index\\.ts$'] },
    },
    house('core-stands-alone', '^core/src', '^(contract|server|web|cli)/'),
    house('contract-knows-only-core', '^contract/src', '^(server|web|cli)/'),
    house('server-knows-no-face', '^server/src', '^(web|cli)/'),
    house('web-knows-no-server', '^web/src', '^(server|cli)/'),
    house('cli-knows-no-server', '^cli/src', '^(server|web)/'),
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.tsx?$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'no-interface-in-core',
      severity: 'error',
      from: { path: '^(core|contract)/src', pathNot: '\\.test\\.tsx?$' },
      to: { path: 'node_modules/(react|react-dom|@mui|express|drizzle-orm)/' },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'everything-resolves',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
