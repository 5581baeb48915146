export { familyOf, METALS, metalOfPractice, type Family, type FamilyMetal } from './family'
export { pourWindow, type PourWindow } from './pour-window'
