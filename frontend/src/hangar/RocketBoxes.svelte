<script lang="ts">
  import type { RocketDraft } from '../api/queries';
  import Field from '../kit/Field.svelte';
  import { boxes, kinds, type BoxTexts } from './boxes';

  interface Props {
    texts: BoxTexts;
    draft: RocketDraft | undefined;
    tried: boolean;
    sideBySide?: boolean;
    oncommit?: () => void;
  }
  let { texts = $bindable(), draft, tried, sideBySide = false, oncommit }: Props = $props();

  const question = (box: string) => draft?.questions.find((q) => q.field === box);
  const error = (box: string) => draft?.errors[box] ?? (tried ? draft?.missing[box] : undefined);
</script>

<div class={sideBySide ? 'gap-x-10 xl:columns-2' : ''}>
  {#each boxes as group (group.title)}
    <fieldset class="mb-4 break-inside-avoid">
      <legend class="tape mb-2 text-sm">{group.title}</legend>
      <div class="grid grid-cols-1 gap-x-4 sm:grid-cols-2">
        {#each group.boxes as box (box.name)}
          <div class={box.wide ? 'sm:col-span-2' : ''}>
            {#if box.name === 'canopy_kind'}
              <label class="mb-3 block">
                <span class="mb-0.5 block font-semibold">Kind</span>
                <select
                  class="select w-full"
                  name="canopy_kind"
                  bind:value={texts.canopy_kind}
                  onchange={() => oncommit?.()}
                >
                  {#each kinds as kind (kind.id)}<option value={kind.id}>{kind.name}</option>{/each}
                </select>
              </label>
            {:else}
              <Field
                label={box.label}
                name={box.name}
                bind:value={texts[box.name]}
                said={draft?.said[box.name]}
                error={error(box.name)}
                question={question(box.name)?.sentence}
                suggestion={question(box.name)?.suggestion}
                hint={box.hint}
                optional={box.optional}
                oncommit={() => oncommit?.()}
              />
            {/if}
          </div>
        {/each}
      </div>
    </fieldset>
  {/each}
</div>
