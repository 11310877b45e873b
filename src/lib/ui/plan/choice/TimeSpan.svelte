<!-- From one time of day until another. -->
<script lang="ts">
  import DateField from '$ui/kit/DateField.svelte';

  interface Props {
    label: string;
    /** of both fields */
    name: string;
    from: string;
    until: string;
  }
  let { label, name, from, until }: Props = $props();
</script>

<span>
  <DateField label="{label} from" hideLabel of="time" {name} value={from} /> to
  <DateField label="{label} until" hideLabel of="time" {name} value={until} />
</span>

<style>
  span {
    display: inline-flex;
    align-items: center;
    gap: 6px;
  }
</style>
