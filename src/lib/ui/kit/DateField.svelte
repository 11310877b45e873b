<!-- A day, a time of day, or both. -->
<script lang="ts">
  import Field, { type FieldProps } from './Field.svelte';

  interface Props extends FieldProps {
    of?: 'day' | 'time' | 'day and time';
  }
  let { of = 'day', value = '', text = $bindable(), ...rest }: Props = $props();
  const TYPES = { day: 'date', time: 'time', 'day and time': 'datetime-local' } as const;
</script>

<Field type={TYPES[of]} {value} bind:text {...rest} />
