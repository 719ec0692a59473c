/** Does what it is given one after another, in the order it was given: what comes next begins when what came before has ended. */
export function inTurn(): <T>(act: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return (act) => {
    const mine = last.then(act);
    last = mine.catch(() => undefined);
    return mine;
  };
}
