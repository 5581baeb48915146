import * as z from 'zod'
import { METALS } from '#core/families'
import { tableOf } from '#core/records'
import file from '#data/troubles.json'

/** What the log of a heat can be asked for. */
export const EVIDENCE_IDS = [
  'superheat-low',
  'superheat-high',
  'pour-split',
  'oxide-folded',
  'thin-section',
  'tapped-short',
  'level-unseen',
  'vents-unseen',
  'sand-unseen',
  'moulds-unseen',
  'feed-unseen',
  'gas-fed',
  'not-degassed',
  'not-deoxidised',
  'dirty-charge',
  'thin-ware',
  'held-long',
  'aluminium-in-tin-bronze',
  'zinc-hot',
  'bare',
  'zinc-below',
  'lead-bismuth',
  'bar-fault',
  'off-spec',
  'never-logged',
  'unfired',
  'emptied-unticked',
  'borax',
  'brim',
  'mould-cold',
  'soda-or-borax',
  'tin-low',
  'lead-high',
] as const
export type EvidenceId = (typeof EVIDENCE_IDS)[number]

const symptomSchema = z.strictObject({ id: z.string(), name: z.string(), drawing: z.string() })
export type Symptom = z.infer<typeof symptomSchema>

const causeSchema = z.strictObject({
  id: z.string(),
  for: z.array(z.string()).min(1),
  name: z.string(),
  /** how often it is the one, where nothing is known: 1 seldom, 4 mostly */
  weight: z.number().int().min(1).max(4),
  evidence: z.enum(EVIDENCE_IDS),
  /** weighs more in a metal that takes up gas readily */
  gassy: z.boolean().optional(),
  change: z.string(),
  /** metals it can happen to; all where none are told */
  metals: z.array(z.enum(METALS)).exactOptional(),
  /** where it is minded next time, beside the first step of the sheet */
  stage: z.enum(['target', 'mould']).exactOptional(),
})
export type Cause = z.infer<typeof causeSchema>

/** Symptoms and their causes. */
export const TROUBLES = tableOf(
  z.strictObject({
    version: z.number(),
    source: z.string(),
    symptoms: z.array(symptomSchema),
    causes: z.array(causeSchema),
  }),
  file,
)
export const SYMPTOMS: readonly Symptom[] = TROUBLES.symptoms
export const TROUBLE_SOURCE = TROUBLES.source
