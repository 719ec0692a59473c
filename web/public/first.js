// Before the first paint: the theme, so that nothing flashes. And while the program is still on its way, what it will ask for
// first (src/api/asked_early.ts takes the answers), with the names of what is in hand as soon as they are known.
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
    answers.set(`${method} /api/v1/${path}`, { answer, headers, body });
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
  const glimpse = (told) => {
    const here = document.getElementById("glimpse");
    if (here) for (const line of told) here.appendChild(document.createElement("li")).textContent = line;
  };
  const bench = (hand, rig, waters) => {
    const water = waters?.reaches.find((one) => one.reach.id === hand.water)?.reach;
    const other = /^\/(rig|enter)?($|\/)/.test(pathname) ? pathname.split("/")[2] : "elsewhere";
    if (!rig || !water || early.over || (other && other !== hand.rig)) return;
    ask("POST", "workbench", { ...read, ...json }, JSON.stringify({ rig: rig.rig, water, edits: [], seq: 0 }));
  };
  me.then((mine) => {
    if (!mine || early.over) return;
    const held = ask("GET", "in-hand", read);
    const waters = ask("GET", "reaches", read);
    for (const path of ["book", "drawer"]) ask("GET", path, read);
    if (token) for (const path of ["account", "me"]) ask("GET", path, {});
    held.then(async (hand) => {
      // An address may open another rig or water than those in hand.
      const named = pathname.split("/")[2];
      if (hand && (!named || named === hand.rig || named === hand.water)) glimpse(hand.told);
      if (!hand?.rig || early.over) return;
      const rig = ask("GET", `rigs/${hand.rig}`, read);
      bench(hand, await rig, await waters);
    });
  });
})();
