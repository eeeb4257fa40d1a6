const { join } = require('node:path')

/** Borders between the parts, and cycles. See docs/architecture.md. */
const only = (name, from, to, comment) => ({
  name,
  comment,
  severity: 'error',
  from: { path: from },
  to: { path: '^(core|shared|app|server|demo|scripts|tests)/', pathNot: to },
})

module.exports = {
  forbidden: [
    {
      name: 'no-cycle',
      severity: 'error',
      comment: 'Nothing leads back to where it came from, types neither.',
      from: {},
      to: { circular: true },
    },
    only('core-alone', '^core/', '^core/', 'The core imports nothing outside itself.'),
    only('shared-core', '^shared/', '^(shared|core)/', 'What passes between app and server knows only the core.'),
    only('app-side', '^app/', '^(app|shared|core)/', 'The app never reaches into the server.'),
    only(
      'server-side',
      '^server/(?!tools/)',
      '^(server|shared|core)/',
      'The server never reaches into the app or the demo.',
    ),
    {
      name: 'core-packages',
      severity: 'error',
      comment: 'General packages that the core may use.',
      from: { path: '^core/', pathNot: '(\\.test|/testing[a-z-]*)\\.ts$' },
      to: {
        dependencyTypes: ['npm', 'npm-dev'],
        pathNot:
          'node_modules/(zod|culori|@types/culori|papaparse|@types/papaparse|postcss|d3-contour|simplify-js|fflate|saxes|fast-deep-equal|@types/d3-contour|@noble/hashes)/',
      },
    },
    {
      name: 'core-doors',
      severity: 'error',
      comment: 'Across the folders of the core only through index.ts.',
      from: { path: '^core/([^/]+)/' },
      to: { path: '^core/([^/]+)/.+', pathNot: ['^core/$1/', '^core/[^/]+/index\\.ts$', '^core/[^/]+/testing\\.ts$'] },
    },
    {
      name: 'doors-from-outside',
      severity: 'error',
      comment: 'The core is entered only through the doors of its folders.',
      from: { pathNot: '^core/' },
      to: { path: '^core/[^/]+/.+', pathNot: ['^core/[^/]+/index\\.ts$', '^core/[^/]+/testing\\.ts$'] },
    },
    {
      name: 'replay-without-fits',
      severity: 'error',
      comment: 'What draws must be the same in every engine; fits use functions that are not.',
      from: { path: '^core/(kernels|layers|brush|fill|drawing|select|moving|raster)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/(geometry|trueup|guides|stencil|parts|review)/' },
    },
    {
      name: 'models-in-repositories',
      severity: 'error',
      comment: 'Only repositories change rows: everyone else gets plain values from them.',
      from: { pathNot: '^server/(repositories|models)/' },
      to: { path: '^server/models/' },
    },
    {
      name: 'sequelize-in-repositories',
      severity: 'error',
      comment: 'Only repositories, models and migrations know the database library.',
      from: { path: '^server/', pathNot: '^server/(repositories|models|migrations|tools)/' },
      to: { path: 'node_modules/(sequelize|umzug|mariadb)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(core/kernels/assembly|core/kernels/generated)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: join(__dirname, 'tests/tsconfig.json') },
    webpackConfig: { fileName: join(__dirname, '.dependency-cruiser.resolve.cjs') },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default'] },
  },
}
