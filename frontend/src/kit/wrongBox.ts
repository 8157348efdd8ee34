import { tick } from 'svelte';

/** To the first box at fault, whose sentence is read out with it. */
export async function toTheWrongBox(within: ParentNode | undefined): Promise<void> {
  await tick();
  within?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
}
