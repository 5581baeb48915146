export { LOSS_DOUBT_SOURCE, recoveryDoubt, yieldDoubt } from './loss-doubt'
export { LOSS_WAYS, type LossWay } from './loss-ways'
export { FORM_IDS, FORM_SOURCE, FORMS, metallicYieldOf } from './metallic-yield'
