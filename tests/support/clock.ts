/** Time as it runs for a solver under test, slowly: on a machine under load a search cut short finds something else. */
export const slowly = (): number => performance.now() / 20
