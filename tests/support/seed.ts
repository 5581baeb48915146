import fc from 'fast-check'

/* Every random test draws the same cases each time; another seed is told in the test. */
fc.configureGlobal({ seed: 20261126 })
