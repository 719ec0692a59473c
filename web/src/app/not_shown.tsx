import { Button } from "../ui/button";
import { phrase } from "../words/phrase";

/** A place that did not arrive, or failed while it was shown: what was typed is kept, a reload brings it back. */
export function NotShown({ error = "" }: { error?: string }) {
  return (
    <main className="p-6" role="alert">
      <h1 className="text-xl font-bold">{phrase("This place could not be shown")}</h1>
      <p className="mt-2 mb-4 max-w-prose">
        {phrase("Nothing is lost; what you changed is kept in this tab. {error}", { error })}
      </p>
      <Button strong onClick={() => window.location.reload()}>
        {phrase("Load it again")}
      </Button>
    </main>
  );
}
