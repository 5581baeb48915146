export { FORM_IDS, FORM_SOURCE, FORMS, metallicYieldOf } from './metallic-yield'
export { alloyRecovery, recoveryPriors, zincWanted, type RecoveryPrior } from './recovery'
