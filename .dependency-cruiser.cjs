/** Dependencies point one way: routes → components → client, routes → server, all → core. */
module.exports = {
	forbidden: [
		{
			name: 'core-stands-alone',
			severity: 'error',
			from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
			to: {
				path: [
					'^src/(lib|routes)',
					'^(node:)?(fs|path|os|crypto|http|child_process|worker_threads)$',
					'node_modules/(svelte|@sveltejs|drizzle-orm|pg)/'
				]
			}
		},
		{
			name: 'components-not-on-server',
			severity: 'error',
			from: { path: '^src/lib/components' },
			to: { path: '^(src/lib/server|src/routes)', dependencyTypesNot: ['type-only'] }
		},
		{
			name: 'client-below-components',
			severity: 'error',
			from: { path: '^src/lib/client' },
			to: { path: '^src/(lib/components|routes|lib/server)' }
		},
		{
			name: 'server-not-on-interface',
			severity: 'error',
			from: { path: '^src/lib/server' },
			to: { path: '^src/(lib/components|lib/client|routes)' }
		},
		{
			name: 'wings-by-their-face',
			comment: 'What is outside a wing of the server knows its index.ts and nothing behind it.',
			severity: 'error',
			from: { path: '^src/', pathNot: '^src/lib/server/[^/]+/' },
			to: { path: '^src/lib/server/[^/]+/', pathNot: '/index\\.ts$' }
		},
		{
			name: 'wings-by-each-others-face',
			severity: 'error',
			from: { path: '^src/lib/server/([^/]+)/' },
			to: { path: '^src/lib/server/[^/]+/', pathNot: ['^src/lib/server/$1/', '/index\\.ts$'] }
		},
		{
			name: 'nothing-on-routes',
			severity: 'error',
			from: { pathNot: '^src/routes' },
			to: { path: '^src/routes' }
		},
		{
			name: 'no-folder-circles',
			severity: 'error',
			scope: 'folder',
			from: {},
			to: { circular: true }
		},
		{
			name: 'no-circles',
			severity: 'error',
			from: {},
			to: { circular: true, dependencyTypesNot: ['type-only'] }
		}
	],
	options: {
		doNotFollow: { path: 'node_modules' },
		// Tests may look at anything.
		exclude: { path: '\\.test(-aid)?\\.ts$' },
		tsPreCompilationDeps: true,
		tsConfig: { fileName: 'tsconfig.json' },
		enhancedResolveOptions: {
			exportsFields: ['exports'],
			conditionNames: ['import', 'node', 'svelte', 'default']
		}
	}
};
