import type { Knowledge } from '#core/stock'
import { t } from '~/words'

/** How a lot's composition came to be known. */
export const KNOWLEDGE_WORDS: Readonly<Record<Knowledge, string>> = {
  certificate: t('stock.certificate'),
  assay: t('stock.assayed'),
  grade: t('stock.known-grade'),
  density: t('stock.by-density'),
  inferred: t('stock.inferred'),
  guess: t('stock.knowledge-guess'),
}
