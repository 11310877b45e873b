<!-- The form of an offer's next version: scope, options, rates and terms. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Group from '$ui/kit/Group.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import TextBox from '$ui/kit/TextBox.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { whyRefused } from '$ui/shell/why-refused';
  import Waiting from '$ui/shell/Waiting.svelte';
  import { enhance } from '$app/forms';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import type { OfferPage } from '$server/services/offer/offer-page';

  interface Props {
    form: OfferPage['form'];
    hindrance: string | null;
    /** number of the version that is made */
    next: number;
    currency: string;
  }
  let { form, hindrance, next, currency }: Props = $props();
  let sending = $state(false);
  let refused = $state('');
  // svelte-ignore state_referenced_locally
  let scope = $state(form.scope.join('\n'));
  // svelte-ignore state_referenced_locally
  let notIncluded = $state(form.notIncluded.join('\n'));
  const isOld = $derived(
    form.fresh !== null &&
      (form.fresh.scope.join('\n') !== scope || form.fresh.notIncluded.join('\n') !== notIncluded),
  );
  const percent = (share: number) => String(Number((share * 100).toFixed(3)));
</script>

<FoldOut words={next === 1 ? 'Make the offer' : `Make version ${next}`} open={next === 1} class="not-printed">
  {#if hindrance}
    <Notice kind="warn">{hindrance}</Notice>
  {:else}
    <form
      class="card stack"
      method="post"
      action="?/make"
      use:enhance={() => {
        sending = true;
        refused = '';
        return async ({ result }) => {
          sending = false;
          if (result.type === 'success') await goto(page.url.pathname, { invalidateAll: true });
          else refused = whyRefused(result, 'The offer was not made. Try again.');
        };
      }}
    >
      {#if refused}<Notice>{refused}</Notice>{/if}
      <Hidden name="id" value={form.id} />
      <TextBox label="What we do, a line each" name="scope" rows={9} value={scope} />
      <TextBox label="Not included, a line each" name="notIncluded" rows={5} value={notIncluded} />
      {#if isOld && next > 1 && form.fresh}
        <div>
          <Button
            kind="tertiary"
            onclick={() => {
              scope = form.fresh?.scope.join('\n') ?? scope;
              notIncluded = form.fresh?.notIncluded.join('\n') ?? notIncluded;
            }}>Take both from the survey and the set-up as they are now</Button
          >
        </div>
      {/if}
      {#if form.options.length}
        <Group legend="Options: hours, paint and days are worked out for each">
          {#each form.options as o (o.key)}
            <div class="option">
              {#if o.why}
                <p class="soft">{o.words}: {o.why}</p>
              {:else}
                <Tick class="wide" name="offer.{o.key}" value="yes" checked={o.on}>{o.words}</Tick>
                <NumberField
                  label="Bought or hired for it{currency ? `, ${currency}` : ''}"
                  name="other.{o.key}"
                  value={o.other || ''}
                />
              {/if}
            </div>
          {/each}
        </Group>
      {/if}
      <FoldOut words="Options of your own">
        {#each [0, 1, 2] as i (i)}
          <div class="fields">
            <Field label="Option" name="own.{i}.words" width="whole" maxlength={300} />
            <NumberField label="Hours" name="own.{i}.hours" />
            <NumberField label="Bought for it{currency ? `, ${currency}` : ''}" name="own.{i}.cost" />
            <NumberField label="Days later" name="own.{i}.days" />
          </div>
        {/each}
      </FoldOut>
      <div class="fields">
        <NumberField label="Margin, % of the price" name="margin" value={percent(form.terms.margin)} />
        <NumberField
          label="Other costs{currency ? `, ${currency}` : ''}"
          name="other"
          value={form.other || ''}
        />
        <Field label="Tax is called" name="taxName" value={form.terms.taxName} maxlength={40} />
        <NumberField label="Tax, %" name="tax" value={percent(form.terms.tax)} />
        <NumberField label="Deposit, % of the total" name="deposit" value={percent(form.terms.deposit)} />
        <NumberField label="Valid for, days" whole name="validDays" value={form.terms.validDays} />
      </div>
      <TextBox label="Terms" name="note" rows={3} value={form.terms.note} />
      <p class="soft">
        Price: cost ÷ (1 − margin). Cost: hours at the labour rate, paint, other costs. Dates come from the
        plan and its risk. What is made is not changed afterwards.
      </p>
      <div class="row">
        <Button type="submit" disabled={sending}>Make version {next}</Button>
        {#if sending}<Waiting words="Working out the options and the dates" />{/if}
      </div>
    </form>
  {/if}
</FoldOut>

<style>
  .option {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    align-items: end;
    width: 100%;
  }
  .option > :global(:first-child) {
    flex: 1 1 320px;
  }
</style>
