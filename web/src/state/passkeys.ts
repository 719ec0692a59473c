import { api, taken } from "../api/client";
import { phrase } from "../words/phrase";

/** Whether this browser can make and show passkeys. */
export function knowsPasskeys(): boolean {
  return typeof PublicKeyCredential !== "undefined" && "parseCreationOptionsFromJSON" in PublicKeyCredential;
}

/** What an authenticator answered, as it goes over the wire; nothing where the person would not. */
function written(answer: Credential | null): Record<string, unknown> {
  if (!(answer instanceof PublicKeyCredential)) throw new Error(phrase("No passkey was given."));
  return { ...(answer.toJSON() as object) };
}

/** Makes a passkey on this device and keeps its public half. */
export async function makePasskey(name: string) {
  const { options } = taken(await api.POST("/api/v1/passkeys/ask"));
  const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(
    options as unknown as PublicKeyCredentialCreationOptionsJSON,
  );
  const credential = written(await navigator.credentials.create({ publicKey }));
  return taken(await api.POST("/api/v1/passkeys", { body: { credential, name } }));
}

/** Lets a person choose a passkey of this page, and come in by it. */
export async function comeInByPasskey() {
  const { options } = taken(await api.POST("/api/v1/sign-in/passkey/ask"));
  const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(
    options as unknown as PublicKeyCredentialRequestOptionsJSON,
  );
  const credential = written(await navigator.credentials.get({ publicKey }));
  return taken(await api.POST("/api/v1/sign-in/passkey", { body: { credential } }));
}
