/**
 * Work done one after another, each begun when the one before it has been answered, whatever the answer was: what is
 * asked later is then answered later too, and no late answer is taken for the newest.
 */
export function inOrder(): <T>(work: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return (work) => {
    const mine = last.then(work);
    last = mine.catch(() => undefined);
    return mine;
  };
}
