// Sets the theme before the first paint, so that nothing flashes.
(() => {
  let theme = null;
  try {
    theme = localStorage.getItem("jarana.theme");
  } catch {}
  if (theme !== "day" && theme !== "dusk") {
    theme = matchMedia("(prefers-color-scheme: dark)").matches ? "dusk" : "day";
  }
  document.documentElement.dataset.theme = theme;
})();
