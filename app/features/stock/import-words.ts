import type { StockFault, StockProblem } from '#formats/stock-csv'
import { t } from '~/words'
import { alternatives } from '~/shared/units/figures'
import { fixed } from '~/shared/units/decimal-mark'

function problemWords(problem: StockProblem): string {
  switch (problem.kind) {
    case 'not-a-share':
      return t('stock.cell-not-a-share', { cell: problem.cell })
    case 'two-readings':
      return t('stock.cell-two-readings', { cell: problem.cell })
    case 'not-a-mass':
      return t('stock.cell-not-a-mass', { cell: problem.cell })
    case 'not-a-price':
      return t('stock.cell-not-a-price', { cell: problem.cell })
    case 'not-a-piece':
      return t('stock.cell-not-a-piece', { cell: problem.cell })
    case 'not-a-date':
      return t('stock.cell-not-a-date', { cell: problem.cell })
    case 'not-allowed':
      return t('stock.cell-not-allowed', { cell: problem.cell, allowed: alternatives(problem.allowed) })
    case 'no-name':
      return t('stock.row-without-name')
    case 'no-mass':
      return t('stock.row-without-mass')
    case 'over-100':
      return t('stock.row-over-100', { total: fixed(problem.totalPct, 2) })
    case 'unknown-metal':
      return t('stock.row-unknown-metal', { lotName: problem.name })
  }
}

/** A fault of an imported row, with the column it stands in. */
export const stockFaultWords = (fault: StockFault): string =>
  t('stock.fault-in-column', { column: fault.column, problem: problemWords(fault) })
