import { useBank } from "../state/bank";

/** Lets the application open without a signal; a new version is taken at once, but never while an outing is open. */
export function workOffline(): void {
  if (!import.meta.env.PROD || !("serviceWorker" in navigator)) return;
  window.addEventListener("load", () => void register().catch(() => undefined));
  void navigator.storage?.persist?.().catch(() => false);
}

async function register(): Promise<void> {
  const registration = await navigator.serviceWorker.register("/sw.js");
  if (registration.waiting) takeNew(registration.waiting);
  registration.addEventListener("updatefound", () => {
    const made = registration.installing;
    made?.addEventListener("statechange", () => {
      if (made.state === "installed" && navigator.serviceWorker.controller) takeNew(made);
    });
  });
}

/** Takes a new version where nothing is open that it would interrupt; else the next time. */
function takeNew(worker: ServiceWorker): void {
  if (busy()) return;
  worker.addEventListener("statechange", () => {
    if (worker.state === "activated" && !busy()) window.location.reload();
  });
  worker.postMessage({ type: "SKIP_WAITING" });
}

/** Something is going on in this tab that a reload would interrupt. */
function busy(): boolean {
  return useBank.getState().outing !== null || document.querySelector("[role=dialog]") !== null;
}
