/** The direction of dependencies (docs/architecture.md): what may know what, and no circles. */
const stations = 'plan|cut|joints|under|stack|names|swaps|turns|trial|handoff';
const order = ['plan', 'cut', 'joints', 'under', 'stack', 'names', 'swaps', 'turns', 'trial', 'handoff'];
const server = `cast|${stations}`;

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-the-floor',
      severity: 'error',
      from: { path: '^packages/core/src' },
      to: { path: '^(packages/formats|apps)' },
    },
    {
      name: 'formats-know-core-alone',
      severity: 'error',
      from: { path: '^packages/formats/src' },
      to: { path: '^apps' },
    },
    {
      name: 'server-and-web-apart',
      severity: 'error',
      from: { path: '^apps/(server|web)' },
      to: { path: '^apps/(?!$1)' },
    },
    {
      name: 'core-document-knows-no-station',
      severity: 'error',
      from: { path: '^packages/core/src/(document|raster)' },
      to: { path: `^packages/core/src/(${stations})/` },
    },
    {
      name: 'core-raster-is-below-the-document',
      severity: 'error',
      from: { path: '^packages/core/src/raster' },
      to: { path: '^packages/core/src/document' },
    },
    // A station of the core may use an earlier one.
    ...order.flatMap((station, at) => {
      const later = order.slice(at + 1).join('|');
      return later
        ? [
            {
              name: `core-${station}-uses-earlier-stations`,
              severity: 'error',
              from: { path: `^packages/core/src/${station}/`, pathNot: '[.]test[.]ts$' },
              to: { path: `^packages/core/src/(${later})/` },
            },
          ]
        : [];
    }),
    {
      name: 'web-bench-knows-no-station',
      severity: 'error',
      from: { path: '^apps/web/src/(bench|ui|api)/' },
      to: { path: '^apps/web/src/(stations|cast)/' },
    },
    {
      name: 'web-ui-is-the-floor',
      severity: 'error',
      from: { path: '^apps/web/src/ui/' },
      to: { path: '^apps/web/src/(bench|stations|cast)/' },
    },
    {
      name: 'web-stations-apart',
      severity: 'error',
      from: { path: '^apps/web/src/stations/([^/]+)/' },
      to: { path: '^apps/web/src/stations/[^/]+/', pathNot: '^apps/web/src/stations/$1/' },
    },
    {
      name: 'server-http-knows-no-station',
      severity: 'error',
      from: { path: '^apps/server/src/(http|data|blobs|threads|derived|edits|jobs)/' },
      to: { path: `^apps/server/src/(${server})/` },
    },
    {
      name: 'server-floors',
      severity: 'error',
      from: { path: '^apps/server/src/(http|data)/' },
      to: { path: '^apps/server/src/(edits|derived|jobs|blobs|threads)/' },
    },
    {
      name: 'server-stations-through-what-they-export',
      comment:
        'The cast brings designs in as Cut does, and a package shows the heights of Turns, through what those modules export.',
      severity: 'error',
      from: { path: `^apps/server/src/(${server})/` },
      to: {
        path: `^apps/server/src/(${server})/`,
        pathNot:
          '^apps/server/src/($1/|cut/(cut[.]module|bring-in[.]service|design-file)[.]|turns/turns[.](module|service)[.])',
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '/dist/|node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.depcruise.json' },
  },
};
