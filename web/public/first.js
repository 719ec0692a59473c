// Before the first paint: the theme, so that nothing flashes. And while the program is still on its way, what it will ask for
// first (src/api/asked_early.ts takes the answers).
(() => {
  const kept = (name) => {
    try {
      return localStorage.getItem(name);
    } catch {
      return null;
    }
  };
  let theme = kept("jarana.theme");
  if (theme !== "day" && theme !== "dusk") {
    theme = matchMedia("(prefers-color-scheme: dark)").matches ? "dusk" : "day";
  }
  document.documentElement.dataset.theme = theme;

  const { pathname, hash } = location;
  const token = pathname === "/enter" ? hash.slice(1) : "";
  if (/^\/(shared|join|enter)/.test(pathname) && !token) return;
  const answers = new Map();
  const early = { answers, over: false };
  window.askedEarly = early;
  const ask = (method, path, headers, body) => {
    const answer = fetch(`/api/v1/${path}`, { method, headers, body, priority: "high" });
    answers.set(`${method} /api/v1/${path}`, { answer, headers });
    return answer.then(
      (one) => (one.ok ? one.clone().json() : null),
      () => null,
    );
  };
  const json = { "Content-Type": "application/json" };
  const me = token ? ask("POST", "sign-in", json, JSON.stringify({ token })) : ask("GET", "me", {});
  // The first look at the zone takes long: the answer is on its way meanwhile.
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const units = kept("jarana.units") ?? "metric";
  const read = { "Jarana-Units": units, ...(zone && { "Jarana-Zone": zone }) };
  me.then((mine) => {
    if (!mine || early.over) return;
    if (token) for (const path of ["account", "me"]) ask("GET", path, {});
    for (const path of ["book", "drawer", "reaches"]) ask("GET", path, read);
    ask("GET", "in-hand", read).then((hand) => hand?.rig && !early.over && ask("GET", `rigs/${hand.rig}`, read));
  });
})();
