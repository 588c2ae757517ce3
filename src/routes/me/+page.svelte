<script lang="ts">
  import { enhance } from '$app/forms';
  import { once } from '$lib/ui/once';
  import { moment } from '$lib/ui/dates';

  let { data, form } = $props();
</script>

<svelte:head><title>Your account · Eager Wrench</title></svelte:head>

<div class="mx-auto max-w-3xl px-5 py-6">
  <h1 class="text-2xl">{data.person?.name}, {data.person?.role}</h1>
  {#if form?.message}<p role="alert" class="mt-3 rounded-md border-l-4 border-now bg-now-wash px-3 py-2">
      {form.message}
    </p>{/if}
  {#if form?.done}<p role="status" class="mt-3 rounded-md border-l-4 border-good bg-good-wash px-3 py-2 text-good">
      {form.done}
    </p>{/if}
  <section class="sheet mt-4 px-4 py-3.5" aria-labelledby="password">
    <h2 id="password" class="text-lg">Password</h2>
    <form
      method="POST"
      action="?/password"
      use:enhance={once()}
      class="mt-2 grid grid-cols-1 items-end gap-3 sm:grid-cols-[1fr_1fr_auto]"
    >
      <label
        ><span class="label">The old one</span><input
          class="field"
          type="password"
          name="old"
          required
          autocomplete="current-password"
        /></label
      >
      <label
        ><span class="label">A new one, 10 characters or more</span><input
          class="field"
          type="password"
          name="wanted"
          required
          minlength="10"
          autocomplete="new-password"
        /></label
      >
      <button class="button button-act">Change it</button>
    </form>
  </section>
  <section class="sheet mt-4 px-4 py-3.5" aria-labelledby="sessions">
    <h2 id="sessions" class="text-lg">Where you are signed in</h2>
    <ul class="mt-1 divide-y divide-rule">
      {#each data.sessions as s (s.id)}
        <li class="flex items-center gap-4 py-2">
          <span class="min-w-0 flex-1"
            ><span class="block truncate">{s.agent || 'An unnamed browser'}</span><span class="text-sm text-soft"
              >since {moment(s.createdAt)}, seen {moment(s.seenAt)}</span
            ></span
          >
          {#if s.isThis}<span class="font-semibold">This one</span>{:else}<form
              method="POST"
              action="?/end"
              use:enhance={once()}
            >
              <input type="hidden" name="id" value={s.id} /><button class="button">End it</button>
            </form>{/if}
        </li>
      {/each}
    </ul>
  </section>
</div>
