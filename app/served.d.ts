/** Whether a server of the app's own stands behind it; plain files have none. Set by the build. */
declare const __SERVED__: boolean | undefined
