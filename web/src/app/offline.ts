/** Lets the application open without a signal; a new version is taken when the page is opened the next time. */
export function workOffline(): void {
  if (!import.meta.env.PROD || !("serviceWorker" in navigator)) return;
  window.addEventListener("load", () => {
    navigator.serviceWorker.register("/sw.js").catch(() => undefined);
  });
  void navigator.storage?.persist?.().catch(() => false);
}
