import alloys from './alloys.json'
import assay from './assay.json'
import charge from './charge.json'
import count from './count.json'
import dayPlan from './day-plan.json'
import devices from './devices.json'
import appShell from './app-shell.json'
import gear from './gear.json'
import group from './group.json'
import handbook from './handbook.json'
import home from './home.json'
import infer from './infer.json'
import backup from './backup.json'
import ledger from './ledger.json'
import melt from './melt.json'
import parts from './parts.json'
import scrapPile from './scrap-pile.json'
import pour from './pour.json'
import rehearsal from './rehearsal.json'
import sharedFields from './shared-fields.json'
import sharedGear from './shared-gear.json'
import sharedHeat from './shared-heat.json'
import shared from './shared.json'
import small from './small.json'
import stock from './stock.json'
import storage from './storage.json'
import target from './target.json'
import guidedTour from './guided-tour.json'

export default {
  alloys,
  assay,
  charge,
  count,
  'day-plan': dayPlan,
  devices,
  'app-shell': appShell,
  gear,
  group,
  handbook,
  home,
  infer,
  backup,
  ledger,
  melt,
  parts,
  'scrap-pile': scrapPile,
  pour,
  rehearsal,
  'shared-fields': sharedFields,
  'shared-gear': sharedGear,
  'shared-heat': sharedHeat,
  shared,
  small,
  stock,
  storage,
  target,
  'guided-tour': guidedTour,
}
