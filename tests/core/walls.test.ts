import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { describe, expect, it } from 'vitest'

/** A little house of its own, held by the walls of this one (dependency-cruiser). */
function broken(files: Record<string, string>): string[] {
  const house = mkdtempSync(join(tmpdir(), 'yukata-walls-'))
  try {
    cpSync('tsconfig.walls.json', join(house, 'tsconfig.walls.json'))
    for (const [name, text] of Object.entries(files)) {
      mkdirSync(dirname(join(house, name)), { recursive: true })
      writeFileSync(join(house, name), text)
    }
    const config = resolve('.dependency-cruiser.mjs')
    const folders = [...new Set(Object.keys(files).map((name) => name.split('/')[0]!))]
    const run = spawnSync(
      process.execPath,
      [
        resolve('node_modules/dependency-cruiser/bin/dependency-cruise.mjs'),
        '--config',
        config,
        '-T',
        'json',
        ...folders,
      ],
      { cwd: house, encoding: 'utf8' },
    )
    const { summary } = JSON.parse(run.stdout) as { summary: { violations: { rule: { name: string } }[] } }
    return [...new Set(summary.violations.map(({ rule }) => rule.name))].sort()
  } finally {
    rmSync(house, { recursive: true, force: true })
  }
}

describe('the walls', { timeout: 60_000 }, () => {
  it('let a plain house stand', () =>
    expect(
      broken({
        'core/number/sum.ts': 'export const sum = 1',
        'core/grading/grade.ts': "import { sum } from '../number/sum'\nexport const grade = sum",
        'app/page.ts': "import { grade } from '#core/grading/grade'\nexport const page = grade",
        'server/service.ts': "import { grade } from '../core/grading/grade'\nexport const service = grade",
      }),
    ).toEqual([]))

  it.each([
    [
      'a framework in the core',
      'core/plan/a.ts',
      "import { ref } from 'vue'\nexport const a = ref",
      'core-knows-the-job-only',
    ],
    [
      'a database in the core',
      'core/plan/a.ts',
      "import { sql } from 'drizzle-orm'\nexport const a = sql",
      'core-knows-the-job-only',
    ],
    [
      'a file system in the core',
      'core/plan/a.ts',
      "import fs from 'node:fs'\nexport const a = fs",
      'core-has-no-machine',
    ],
    [
      'a type counts as well',
      'core/plan/a.ts',
      "import type { Ref } from 'vue'\nexport type A = Ref",
      'core-knows-the-job-only',
    ],
    [
      'number that knows the plan',
      'core/number/a.ts',
      "import { b } from '../plan/b'\nexport const a = b",
      'number-knows-nobody',
    ],
    [
      'grading that knows remarks',
      'core/grading/a.ts',
      "import { b } from '../remarks/b'\nexport const a = b",
      'core-grading',
    ],
    ['the app beside HTTP', 'app/a.ts', "import { b } from '../server/b'\nexport const a = b", 'app-talks-over-http'],
    ['a server that draws', 'server/a.ts', "import { b } from '../app/b'\nexport const a = b", 'server-knows-no-app'],
    [
      'a contract with a side',
      'shared/a.ts',
      "import { b } from '../server/b'\nexport const a = b",
      'shared-is-a-contract',
    ],
    [
      'a stand-in that shares code',
      'standins/a.ts',
      "import { b } from '../core/plan/b'\nexport const a = b",
      'standins-share-nothing',
    ],
  ])('hold against %s', (_, name, text, rule) => {
    const others = Object.fromEntries(
      ['core/plan/b.ts', 'core/remarks/b.ts', 'server/b.ts', 'app/b.ts'].map((each) => [each, 'export const b = 1']),
    )
    expect(broken({ ...others, [name]: text })).toContain(rule)
  })

  it('hold against a circle, of types too', () =>
    expect(
      broken({
        'core/plan/a.ts': "import type { B } from './b'\nexport type A = B | 1",
        'core/plan/b.ts': "import type { A } from './a'\nexport type B = A | 2",
      }),
    ).toEqual(['no-circles']))
})
