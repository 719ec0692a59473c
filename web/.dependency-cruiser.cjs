/** The borders of the front end: places are apart, the shell is above all, drawings and models know no place. */
module.exports = {
  forbidden: [
    {
      name: "places-are-apart",
      severity: "error",
      from: { path: "^src/places/([^/]+)/" },
      to: { path: "^src/places/", pathNot: "^src/places/$1/" },
    },
    {
      name: "features-are-apart-from-places",
      severity: "error",
      from: { path: "^src/features/" },
      to: { path: "^src/places/" },
    },
    {
      name: "the-shell-is-on-top",
      severity: "error",
      from: { path: "^src/(places|features|state|drawings|model|ui|api)/" },
      to: { path: "^src/app/" },
    },
    {
      name: "state-draws-nothing",
      severity: "error",
      from: { path: "^src/(state|model|api)/" },
      to: { path: "^src/(places|features|drawings|ui)/" },
    },
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "\\.test\\.tsx?$" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
  },
};
