import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, taken } from "../../api/client";
import { BottomSheet } from "../../ui/bottom_sheet";
import { Button } from "../../ui/button";

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
        Sign in a phone
      </Button>
      <BottomSheet open={open} onClose={() => setOpen(false)} title="Sign in a phone">
        {code.error ? <p role="alert">{code.error.message}</p> : null}
        {code.data ? (
          <div className="flex flex-col items-center gap-3">
            <img
              alt="Code with the address that signs a phone in"
              className="size-56 border-8 border-white"
              src={code.data.picture}
            />
            <p>
              or open <b className="figure">{code.data.enter}</b> and type
            </p>
            <output className="figure text-4xl tracking-[0.2em]">{code.data.digits}</output>
            <p className="text-soft">Once, within {code.data.minutes} minutes.</p>
            {code.data.reachable ? null : (
              <p className="text-look">
                This address is this machine's own: a phone does not reach it. Start with{" "}
                <code>bin/demo --listen 0.0.0.0 --name</code> and the name or address of this machine, and open Jarana
                here by that name.
              </p>
            )}
          </div>
        ) : null}
      </BottomSheet>
    </>
  );
}
