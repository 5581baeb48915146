import alloys from './alloys.json'
import assay from './assay.json'
import charge from './charge.json'
import count from './count.json'
import day from './day.json'
import devices from './devices.json'
import frame from './frame.json'
import gear from './gear.json'
import group from './group.json'
import handbook from './handbook.json'
import home from './home.json'
import infer from './infer.json'
import keeping from './keeping.json'
import ledger from './ledger.json'
import melt from './melt.json'
import parts from './parts.json'
import pile from './pile.json'
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
import walk from './walk.json'

export default {
  alloys,
  assay,
  charge,
  count,
  day,
  devices,
  frame,
  gear,
  group,
  handbook,
  home,
  infer,
  keeping,
  ledger,
  melt,
  parts,
  pile,
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
  walk,
}
