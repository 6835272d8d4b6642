<!-- The door of a server that other machines can reach: it asks for its token once in each browser. -->
<script lang="ts">
  import { api, asRefusal, type Refusal } from '../lib/api/client';
  import { door } from '../lib/api/door.svelte';

  let token = $state('');
  let refused = $state.raw<Refusal | null>(null);
  let waiting = $state(false);

  async function enter(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    waiting = true;
    try {
      await api.enter(token);
      door.open();
    } catch (error) {
      refused = asRefusal(error);
    } finally {
      waiting = false;
    }
  }
</script>

<svelte:head><title>Door · Helvek</title></svelte:head>

<main class="grid min-h-dvh place-items-center p-6" aria-label="Door" data-settled={!waiting}>
  <form
    class="flex w-full max-w-md flex-col gap-4 rounded-xl border border-base-300 bg-base-100 p-7"
    onsubmit={enter}
  >
    <h1 class="text-[21px] leading-snug font-bold">This Helvek asks for its token</h1>
    <p class="text-[14.5px] text-neutral">
      It was printed where the server was started. This browser is asked for it once.
    </p>
    <label class="flex flex-col gap-1.5 text-[13.5px] font-semibold">
      Token
      <!-- svelte-ignore a11y_autofocus -->
      <input
        class="h-10 w-full rounded-md border border-base-300 bg-base-200 px-3 font-mono text-[14px]"
        type="password"
        autocomplete="current-password"
        autofocus
        required
        bind:value={token}
        aria-invalid={refused !== null}
        aria-describedby={refused ? 'door-refused' : undefined}
      />
    </label>
    {#if refused}
      <p id="door-refused" role="alert" class="text-[13.5px] text-error">
        {refused.code === 'token' ? 'That is not its token.' : refused.message}
        {refused.cure}
      </p>
    {/if}
    <button class="btn self-end btn-primary" disabled={waiting || token.trim() === ''}>Enter</button>
  </form>
</main>
