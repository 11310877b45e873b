/** What configuration names is there, and every layer rule fails when it is broken. */
import { execFileSync, spawnSync } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { createRequire, builtinModules } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join, relative, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const root = resolve(import.meta.dirname, '..', '..');
const FILES = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], { cwd: root, encoding: 'utf8' })
  .split('\n')
  .filter((f) => existsSync(join(root, f)));
const PACKAGES = readdirSync(join(root, 'node_modules')).map((name) => `node_modules/${name}/`);
/** What a path may be of: files, packages, modules of Node, and what only the build knows. */
const THERE = [
  ...FILES,
  ...PACKAGES,
  ...builtinModules.flatMap((name) => [name, `node:${name}`]),
  ...['$app/forms', '$env/dynamic/private', '$service-worker', 'x?worker', './$types', 'pdfmake/interfaces'],
];

/** The ways of a pattern: one for each choice of its alternatives. */
function ways(pattern: string): string[] {
  const group = /\((?!\?)([^()]*\|[^()]*)\)/.exec(pattern);
  if (group)
    return (group[1] ?? '')
      .split('|')
      .flatMap((way) =>
        ways(pattern.slice(0, group.index) + way + pattern.slice(group.index + group[0].length)),
      );
  return pattern.split('|');
}
const missing = (pattern: string): string[] =>
  ways(pattern).filter((way) => !THERE.some((path) => new RegExp(way).test(path)));

interface Side {
  path?: string | string[];
  pathNot?: string | string[];
  circular?: boolean;
  couldNotResolve?: boolean;
}
interface Rule {
  name: string;
  from: Side;
  to: Side;
}
const { forbidden } = createRequire(import.meta.url)('../../.dependency-cruiser.cjs') as {
  forbidden: Rule[];
};

/** Folders that know each other, by what is left once those that know nobody else are taken away again and again. */
function inCircles(known: ReadonlyMap<string, ReadonlySet<string>>): string[] {
  const left = new Map([...known].map(([folder, others]) => [folder, new Set(others)]));
  for (let was = -1; was !== left.size;) {
    was = left.size;
    for (const [folder, others] of left)
      if (![...others].some((other) => left.has(other))) left.delete(folder);
  }
  return [...left.keys()];
}

const ALIASES = { $core: 'src/lib/core', $server: 'src/lib/server', $ui: 'src/lib/ui', $lib: 'src/lib' };

/** Each folder of the source, and those it knows, tests left aside. */
function foldersKnown(): Map<string, Set<string>> {
  const known = new Map<string, Set<string>>();
  for (const file of FILES) {
    if (!/^src\/.*\.(ts|svelte)$/.test(file) || /\.test\.ts$/.test(file)) continue;
    const own = known.get(dirname(file)) ?? new Set();
    known.set(dirname(file), own);
    for (const [, from = ''] of readFileSync(join(root, file), 'utf8').matchAll(/from '([^']+)';/g)) {
      const [alias = ''] = from.split('/');
      const folder = ALIASES[alias as keyof typeof ALIASES];
      const path = folder
        ? from.replace(alias, folder)
        : from.startsWith('.')
          ? join(dirname(file), from)
          : '';
      const isFolder = existsSync(join(root, path, 'index.ts'));
      if (path && (isFolder ? path : dirname(path)) !== dirname(file))
        own.add(isFolder ? path : dirname(path));
    }
  }
  return known;
}

describe('folders', () => {
  it('know each other one way', () => {
    const known = foldersKnown();
    expect(known.size).toBeGreaterThan(100);
    expect(known.get('src/lib/core/planning/search')).toContain('src/lib/core/planning/rules');
    expect(inCircles(known)).toEqual([]);
  });
  it('that know each other are named', () => {
    const known = new Map([
      ['a', new Set(['b'])],
      ['b', new Set(['c'])],
      ['c', new Set(['b', 'd'])],
      ['d', new Set<string>()],
    ]);
    expect(inCircles(known)).toEqual(['a', 'b', 'c']);
  });
});

it('no page and no part of one is longer than 250 lines', () => {
  const parts = FILES.filter((f) => f.endsWith('.svelte'));
  expect(parts.length).toBeGreaterThan(100);
  expect(parts.filter((f) => readFileSync(join(root, f), 'utf8').trimEnd().split('\n').length > 250)).toEqual(
    [],
  );
});

describe('layers', () => {
  it.each(forbidden.map((rule) => [rule.name, rule] as const))(
    '%s: every path matches something',
    (_, { from, to }) => {
      const patterns = [from.path, from.pathNot, to.path, to.pathNot].flat().filter((p) => p !== undefined);
      expect(patterns.flatMap(missing)).toEqual([]);
    },
  );

  let broken: Set<string>;
  let folder: string;
  const write = (path: string, text: string): void => {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), text);
  };
  const any = (patterns: string | string[] | undefined, path: string): boolean =>
    [patterns ?? []].flat().some((p) => new RegExp(p).test(path));
  const allows = (side: Side, path: string): boolean =>
    (side.path === undefined || any(side.path, path)) && !any(side.pathNot, path);
  /** A file that imports what its rule forbids. */
  function breakRule({ from, to }: Rule): void {
    const importer = FILES.find((f) => f.startsWith('src/') && f.endsWith('.ts') && allows(from, f));
    if (!importer) throw new Error('Nothing is held by it');
    const beside = join(dirname(importer), `breaks-${dirname(importer).replaceAll('/', '-')}.ts`);
    const path = allows(from, beside) ? beside : importer;
    const already = existsSync(join(folder, path)) ? readFileSync(join(folder, path), 'utf8') : '';
    if (to.couldNotResolve) return write(path, `${already}import './no-such-file';\n`);
    if (to.circular) {
      write('src/lib/ui/round.ts', "import './about';\n");
      return write('src/lib/ui/about.ts', "import './round';\n");
    }
    const file = FILES.find((f) => f.startsWith('src/') && f !== path && /\.ts$/.test(f) && allows(to, f));
    const spec = file
      ? relative(dirname(path), file)
          .replace(/^(?!\.)/, './')
          .replace(/\.ts$/, '')
      : PACKAGES.find((p) => !p.includes('@') && allows(to, p))?.slice('node_modules/'.length, -1);
    if (spec === undefined) throw new Error('It forbids nothing that is there');
    if (file && !existsSync(join(folder, file))) write(file, 'export {};\n');
    write(path, `${already}import '${spec}';\n`);
  }
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'layers-'));
    for (const name of ['node_modules', '.dependency-cruiser.aliases.cjs'])
      symlinkSync(join(root, name), join(folder, name));
    for (const rule of forbidden) breakRule(rule);
    const { stdout, stderr } = spawnSync(
      process.execPath,
      [
        join(root, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs'),
        ...['src', '--config', join(root, '.dependency-cruiser.cjs'), '--output-type', 'json'],
      ],
      { cwd: folder, encoding: 'utf8', maxBuffer: 1e9 },
    );
    if (!stdout) throw new Error(stderr);
    const { summary } = JSON.parse(stdout) as { summary: { violations: { rule: { name: string } }[] } };
    broken = new Set(summary.violations.map((v) => v.rule.name));
  });
  afterAll(() => rmSync(folder, { recursive: true }));

  it.each(forbidden.map((rule) => rule.name))('%s fails when it is broken', (name) => {
    expect([...broken]).toContain(name);
  });
});

it('every pattern of files that lint has names one', async () => {
  const { default: configs } = (await import('../../eslint.config.js')) as {
    default: { files?: (string | string[])[]; ignores?: string[] }[];
  };
  const pattern = (glob: string): RegExp =>
    new RegExp(
      `^${glob
        .replace(/[.+^$()|[\]\\]/g, '\\$&')
        .replace(/\*\*\/|\*\*|\*/g, (stars) => ({ '**/': '(?:.*/)?', '**': '.*' })[stars] ?? '[^/]*')
        .replace(/\{([^}]*)\}/g, (_, list: string) => `(${list.replaceAll(',', '|')})`)}$`,
    );
  // What only ignores is of the whole project: folders that a build makes.
  const { overrides } = JSON.parse(readFileSync(join(root, '.oxlintrc.json'), 'utf8')) as {
    overrides: { files: string[] }[];
  };
  const globs = [...configs, ...overrides].flatMap(({ files, ignores }: (typeof configs)[0]) =>
    files ? [...files.flat(), ...(ignores ?? [])] : [],
  );
  const none = globs.filter((glob) => !FILES.some((file) => pattern(glob).test(file)));
  // Kinds of files that a plugin knows and this project does not have.
  expect(none.filter((glob) => glob.includes('/') && !glob.startsWith('**/*.'))).toEqual([]);
});

it('every group of files that the build puts together has some', () => {
  const patterns = [
    ...readFileSync(join(root, 'vite.config.ts'), 'utf8').matchAll(/^\s+test: \/(.*)\/,$/gm),
  ].flatMap(([, pattern = '']) => pattern.replaceAll('[\\\\/]', '/'));
  expect(patterns).toHaveLength(2);
  expect(patterns.filter((p) => !p.startsWith('node_modules')).flatMap(missing)).toEqual([]);
});
