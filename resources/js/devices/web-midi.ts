import { messageOf } from '../music/midi';
import type { Outputs } from '../sound/outputs.svelte';
import type { Inputs } from './inputs.svelte';

/** Lets MIDI keyboards and outputs in, as they are plugged in and out. Where that cannot be, the inputs say why. What is given ends it. */
export async function letInMidi(
  inputs: Inputs,
  outputs: Outputs,
  midi = navigator.requestMIDIAccess?.bind(navigator),
): Promise<() => void> {
  const nothing = () => undefined;
  if (!midi) {
    inputs.problem =
      'This browser has no MIDI. The computer’s keys and the drawn keyboard work; so does another browser, such as Chromium.';
    return nothing;
  }
  try {
    const access = await midi();
    inputs.problem = '';
    const take = (port: MIDIInput) => {
      inputs.remove(port.id);
      if (port.state !== 'connected') return;
      inputs.add({
        id: port.id,
        name: port.name ?? 'MIDI keyboard',
        listen: (tell) => {
          const hear = ({ data, timeStamp }: MIDIMessageEvent) => {
            const message = data && messageOf(data);
            if (message) tell(message, timeStamp);
          };
          port.addEventListener('midimessage', hear);
          void port.open();
          return () => port.removeEventListener('midimessage', hear);
        },
      });
    };
    const give = (port: MIDIOutput) => {
      if (port.state === 'connected') {
        outputs.add({ id: port.id, name: port.name ?? 'MIDI output', send: (bytes, at) => port.send(bytes, at) });
      } else {
        outputs.remove(port.id);
      }
    };
    access.inputs.forEach(take);
    access.outputs?.forEach(give);
    const change = ({ port }: MIDIConnectionEvent) => {
      if (port?.type === 'input') take(port as MIDIInput);
      if (port?.type === 'output') give(port as MIDIOutput);
    };
    access.addEventListener('statechange', change);
    return () => access.removeEventListener('statechange', change);
  } catch {
    inputs.problem =
      'The browser was not allowed to use MIDI. Allow it for this page beside its address, then press “MIDI” again; the computer’s keys work without.';
    return nothing;
  }
}
