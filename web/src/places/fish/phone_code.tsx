import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, taken } from "../../api/client";
import { BottomSheet } from "../../ui/bottom_sheet";
import { Button } from "../../ui/button";
import { phrase, rich } from "../../words/phrase";

/** Lets a phone in: an address as a picture, and six digits; each once and for some minutes. */
export function PhoneCode() {
  const [open, setOpen] = useState(false);
  const code = useMutation({ mutationFn: async () => taken(await api.POST("/api/v1/phone")) });
  const show = () => {
    setOpen(true);
    code.mutate();
  };
  return (
    <>
      <Button className="self-start" onClick={show}>
        {phrase("Sign in a phone")}
      </Button>
      <BottomSheet open={open} onClose={() => setOpen(false)} title={phrase("Sign in a phone")}>
        {code.error ? <p role="alert">{code.error.message}</p> : null}
        {code.data ? (
          <div className="flex flex-col items-center gap-3">
            <img
              alt={phrase("Code with the address that signs a phone in")}
              className="size-56 border-8 border-white"
              src={code.data.picture}
            />
            <p>{rich("or open {enter} and type", { enter: <b className="figure">{code.data.enter}</b> })}</p>
            <output className="figure text-4xl tracking-[0.2em]">{code.data.digits}</output>
            <p className="text-soft">{phrase("Once, within {minutes} minutes.", { minutes: code.data.minutes })}</p>
            {code.data.reachable ? null : (
              <p className="text-look">
                {rich(
                  "This address is this machine's own: a phone does not reach it. Start with {code} and the name or address of this machine, and open Jarana here by that name.",
                  { code: <code>{phrase("bin/demo --listen 0.0.0.0 --name")}</code> },
                )}
              </p>
            )}
          </div>
        ) : null}
      </BottomSheet>
    </>
  );
}
