import { useMutation, useQuery } from "@tanstack/react-query";
import { api, taken } from "../../api/client";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";
import { Part } from "./part";

/** An invitation for one more person, where this server takes any. */
export function InvitePart() {
  const doors = useQuery({ queryKey: ["doors"], queryFn: async () => taken(await api.GET("/api/v1/doors")) });
  const made = useMutation({ mutationFn: async () => taken(await api.POST("/api/v1/account/invitations")) });
  if (!doors.data || doors.data.sign_up === "closed") return null;
  return (
    <Part title={phrase("Somebody else")}>
      <p>{phrase("Invite one person to this server. They see nothing of yours, nor you of theirs.")}</p>
      {made.data ? (
        <div className="flex flex-col gap-2">
          <img
            alt={phrase("Code with the invitation")}
            className="size-40 border-8 border-white"
            src={made.data.picture}
          />
          <p className="figure break-all" data-testid="invitation">
            {made.data.address}
          </p>
          <p className="text-soft">{phrase("For one person, within {days} days.", { days: made.data.days })}</p>
        </div>
      ) : (
        <Button className="min-h-[48px] self-start" onClick={() => made.mutate()} disabled={made.isPending}>
          {phrase("Invite somebody")}
        </Button>
      )}
      {made.error ? <p role="alert">{made.error.message}</p> : null}
    </Part>
  );
}
