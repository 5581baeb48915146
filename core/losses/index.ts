export { LOSS_WAYS, type LossWay } from './loss-ways'
export { FORM_IDS, FORM_SOURCE, FORMS, metallicYieldOf } from './metallic-yield'
