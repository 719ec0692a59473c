import { api } from "../api/client";

const PERSON = "Jarana-Person";
const SOMEBODY_ELSE = 412;
/** Whose page this is: of the first answer that only who is signed in gets. */
let whose: string | null = null;

/**
 * Keeps a page one person's: it says with every request whose it is, so that nothing pressed on it is kept for somebody who came in
 * by another tab, and is opened anew once they did.
 */
export function staySame(anew: () => void = () => window.location.reload()): void {
  api.use({
    onRequest({ request }) {
      if (whose) request.headers.set(PERSON, whose);
      return request;
    },
    onResponse({ response }) {
      const theirs = response.headers.get(PERSON);
      whose ??= theirs;
      if (response.status === SOMEBODY_ELSE || (theirs && theirs !== whose)) anew();
    },
  });
}
