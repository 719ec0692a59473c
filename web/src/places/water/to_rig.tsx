import { useNavigate } from "react-router";
import { openSheet } from "../../state/open_sheets";
import { Button } from "../../ui/button";

/** From the water on to a rig for it. */
export function ToRig() {
  const navigate = useNavigate();
  return (
    <div className="flex flex-wrap gap-2">
      <Button strong onClick={() => openSheet("find")}>
        Find what to tie
      </Button>
      <Button onClick={() => openSheet("start")}>Start a rig for it</Button>
      <Button onClick={() => void navigate("/rig")}>To the rig in hand</Button>
    </div>
  );
}
