/** The files of a language's folder by their names: what `import.meta.glob` found there. */
export const folder = (files: Readonly<Record<string, Readonly<Record<string, string>>>>) =>
  Object.fromEntries(Object.entries(files).map(([path, words]) => [path.slice(2, -'.json'.length), words]))
