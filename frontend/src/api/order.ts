type InOrder = <T>(work: () => Promise<T>) => Promise<T>;

/**
 * Work done one after another, each begun when the one before it has been answered, whatever the answer was: what is
 * asked later is then answered later too, and no late answer is taken for the newest.
 */
export function inOrder(): InOrder {
  let last: Promise<unknown> = Promise.resolve();
  return (work) => {
    const mine = last.then(work);
    last = mine.catch(() => undefined);
    return mine;
  };
}

/**
 * The same where each work tells the whole, as it is when its turn comes: of those that wait only the newest is done,
 * and the others answer nothing.
 */
export function latestOf(next: InOrder = inOrder()): <T>(work: () => Promise<T>) => Promise<T | undefined> {
  let newest = 0;
  return (work) => {
    const mine = ++newest;
    return next(async () => (mine === newest ? work() : undefined));
  };
}
