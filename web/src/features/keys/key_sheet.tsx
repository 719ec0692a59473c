import { type KeyboardEvent, useState } from "react";
import { type Action, allActions, keyName, keysOf, keyText, useKeys } from "../../state/keys";
import { openSheet, useSheets } from "../../state/open_sheets";
import { Button } from "../../ui/button";
import { SideSheet } from "../../ui/side_sheet";
import { Tick } from "../../ui/tick";
import { phrase } from "../../words/phrase";

const NEVER = [
  "Escape",
  "Tab",
  "Enter",
  "Shift",
  "Control",
  "Alt",
  "Meta",
  "ArrowUp",
  "ArrowDown",
  "ArrowLeft",
  "ArrowRight",
];

/** The keys: what each does, another one for it, all of them off. */
export function KeySheet() {
  const open = useSheets((s) => s.open === "keys");
  return (
    <SideSheet open={open} onClose={() => openSheet(null)} title={phrase("Keys")} width="28rem">
      <Keys />
    </SideSheet>
  );
}

function Keys() {
  const { on, switchOn, reset, own } = useKeys();
  const [asking, setAsking] = useState<string | null>(null);
  const [trouble, setTrouble] = useState("");
  const actions = allActions().filter((a) => a.keys);
  const groups = [...new Set(actions.map((a) => a.group))];
  const take = (action: Action) => (event: KeyboardEvent) => {
    if (NEVER.includes(event.key)) return;
    const keys = keyName(event.nativeEvent);
    if (!keys) return;
    event.preventDefault();
    const taken = useKeys.getState().remap(action.id, keys);
    setTrouble(taken ? phrase("{keyText} is “{does}” already.", { keyText: keyText(keys), does: taken.does }) : "");
    if (!taken) setAsking(null);
  };
  return (
    <>
      <Tick on={on} onChange={switchOn}>
        {phrase("Keys are on. They never act while you type.")}
      </Tick>
      {trouble ? (
        <p role="alert" className="text-[13px] text-float">
          {trouble}
        </p>
      ) : null}
      {groups.map((group) => (
        <section key={group} aria-label={group}>
          <h3 className="mt-3 text-[13px] font-semibold text-soft">{group}</h3>
          <ul>
            {actions
              .filter((a) => a.group === group)
              .map((action) => (
                <li key={action.id} className="flex hit items-center justify-between border-t border-hair">
                  <span>{action.does}</span>
                  <Button
                    aria-label={phrase("Key for {does}: {keyText}. Change", {
                      does: action.does,
                      keyText: keyText(keysOf(action)),
                    })}
                    onClick={() => {
                      setTrouble("");
                      setAsking(action.id);
                    }}
                    onKeyDown={asking === action.id ? take(action) : undefined}
                    onBlur={() => asking === action.id && setAsking(null)}
                    className={`figure min-w-16 ${asking === action.id ? "border-ink" : ""}`}
                  >
                    {asking === action.id ? phrase("press a key") : keyText(keysOf(action))}
                  </Button>
                </li>
              ))}
          </ul>
        </section>
      ))}
      {Object.keys(own).length > 0 || !on ? (
        <Button className="mt-4" onClick={reset}>
          {phrase("As they were")}
        </Button>
      ) : null}
    </>
  );
}
