<script lang="ts" module>
  /** How many are open, one upon another: the page is let go of by the last. */
  let depth = 0;
</script>

<script lang="ts">
  import type { Snippet } from 'svelte';

  let { title, onclose, children }: { title: string; onclose: () => void; children: Snippet } = $props();

  function open(dialog: HTMLDialogElement) {
    dialog.showModal();
    depth += 1;
    const page = document.documentElement;
    if (page.scrollHeight > page.clientHeight) page.classList.add('held');
    return () => {
      depth -= 1;
      if (!depth) page.classList.remove('held');
    };
  }
</script>

<dialog class="modal" {@attach open} {onclose} aria-label={title}>
  <div class="modal-box paper max-w-lg">
    <div class="mb-3 flex items-start justify-between">
      <h2 class="text-lg font-bold">{title}</h2>
      <form method="dialog"><button class="btn btn-ghost btn-sm" aria-label="Close">✕</button></form>
    </div>
    {@render children()}
  </div>
  <form method="dialog" class="modal-backdrop"><button tabindex="-1">Close</button></form>
</dialog>
