import { useNavigate } from "react-router";
import { openSheet } from "../../state/open_sheets";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";

/** From the water on to a rig for it. */
export function ToRig() {
  const navigate = useNavigate();
  return (
    <div className="flex flex-wrap gap-2">
      <Button strong onClick={() => openSheet("find")}>
        {phrase("Find what to tie")}
      </Button>
      <Button onClick={() => openSheet("start")}>{phrase("Start a rig for it")}</Button>
      <Button onClick={() => void navigate("/rig")}>{phrase("To the rig in hand")}</Button>
    </div>
  );
}
