import { readFileSync } from 'node:fs'
import loadHighs from 'highs'
import { createChargeSolver, parseChargeProblem, type ProblemIssue } from '#core/charge'

/** Prints what is wrong in the open shape and leaves with 1. */
function refuse(issues: ProblemIssue[]): never {
  process.stderr.write(JSON.stringify({ error: 'invalid', issues }, null, 2) + '\n')
  process.exit(1)
}

function readProblem(file: string | undefined): unknown {
  if (!file) refuse([{ path: [], message: 'name a file with a charge problem, or - for standard input' }])
  let text: string
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8')
  } catch (error) {
    refuse([{ path: [], message: `the file cannot be read: ${(error as Error).message}` }])
  }
  try {
    return JSON.parse(text)
  } catch (error) {
    refuse([{ path: [], message: `not JSON: ${(error as Error).message}` }])
  }
}

const parsed = parseChargeProblem(readProblem(process.argv[2]))
if (!parsed.ok) refuse(parsed.issues)
const plan = createChargeSolver(await loadHighs(), () => performance.now()).solve(parsed.problem)
process.stdout.write(JSON.stringify(plan, null, 2) + '\n')
process.exit(plan.status === 'infeasible' ? 2 : plan.status === 'unknown' ? 3 : 0)
