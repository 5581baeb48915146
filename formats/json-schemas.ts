import * as z from 'zod'
import {
  chargePlan2Schema,
  chargePlan3Schema,
  chargePlanSchema,
  chargeProblem2Schema,
  chargeProblem3Schema,
  chargeProblemSchema,
} from '#core/charge'
import { alloysFileSchema } from './alloys-json'
import { workspaceFileSchema } from './workspace-json'

/**
 * The open shapes as JSON Schema, for other people's scripts. Rules that JSON Schema cannot say (shares that add up
 * to 100 at most, ids that are unique) are kept by the readers.
 * @returns file name without ending → schema
 */
export function jsonSchemas(): Record<string, object> {
  const schemaOf = (schema: z.ZodType) => z.toJSONSchema(schema, { io: 'input', target: 'draft-2020-12' })
  return {
    'charge-problem-1': { title: 'hephaestal/charge-problem, version 1', ...schemaOf(chargeProblemSchema) },
    'charge-plan-1': { title: 'hephaestal/charge-plan, version 1', ...schemaOf(chargePlanSchema) },
    'charge-problem-2': { title: 'hephaestal/charge-problem, version 2', ...schemaOf(chargeProblem2Schema) },
    'charge-problem-3': { title: 'hephaestal/charge-problem, version 3', ...schemaOf(chargeProblem3Schema) },
    'charge-plan-3': { title: 'hephaestal/charge-plan, version 3', ...schemaOf(chargePlan3Schema) },
    'charge-plan-2': { title: 'hephaestal/charge-plan, version 2', ...schemaOf(chargePlan2Schema) },
    'alloys-1': { title: 'hephaestal/alloys, version 1', ...schemaOf(alloysFileSchema) },
    'workspace-1': { title: 'hephaestal/workspace, version 1', ...schemaOf(workspaceFileSchema) },
  }
}
