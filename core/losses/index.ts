export { FORM_IDS, FORM_SOURCE, FORMS, metallicYieldOf } from './metallic-yield'
export { recoveryPriors, type RecoveryPrior } from './recovery'
