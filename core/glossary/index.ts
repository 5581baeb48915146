export { findTerms, type Stretch } from './find-terms'
export { GLOSSARY, GLOSSARY_SOURCE, type Term } from './glossary'
