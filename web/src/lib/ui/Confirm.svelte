<!-- A question before something that cannot be taken back. What keeps things as they are has the focus. -->
<script lang="ts">
  import { onMount } from 'svelte';

  interface Props {
    question: string;
    /** What happens then. */
    detail: string;
    /** What is done, on its button. */
    yes: string;
    done: () => void;
    close: () => void;
  }
  const { question, detail, yes, done, close }: Props = $props();
  let dialog: HTMLDialogElement;

  onMount(() => dialog.showModal());

  function go(): void {
    dialog.close();
    done();
  }
</script>

<dialog
  bind:this={dialog}
  class="modal"
  aria-labelledby="question"
  onclose={close}
  onkeydown={(e) => e.stopPropagation()}
>
  <div class="modal-box w-[28rem] max-w-[94vw]">
    <h2 id="question" class="text-[17px] leading-snug font-bold break-words">{question}</h2>
    <p class="mt-1 text-[14px] text-neutral">{detail}</p>
    <div class="modal-action mt-4">
      <button class="btn btn-sm" onclick={() => dialog.close()}>Keep</button>
      <button class="btn btn-sm btn-error" onclick={go}>{yes}</button>
    </div>
  </div>
  <form method="dialog" class="modal-backdrop"><button aria-label="Close">close</button></form>
</dialog>
