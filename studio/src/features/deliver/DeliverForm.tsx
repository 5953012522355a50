import { Button } from '@mui/material';
import type { api, DeliverTo, PresetBody } from '../../api/client';
import { Destination } from './Destination';
import { NamePattern } from './NamePattern';
import { OutputRow } from './OutputRow';
import { PresetChoice } from './PresetChoice';
import { inFormat, plansOf, usual, USUAL_NAME, type Plan } from './outputs';

const MOST_OUTPUTS = 8;

interface Props {
  outputs: Plan[];
  onOutputs: (next: Plan[]) => void;
  destination: DeliverTo;
  few: boolean;
  /** As it was typed. */
  folder: string;
  /** As it is asked for; null for none. */
  into: PresetBody['folder'];
  /** The folder of the server that its owner has allowed. */
  allowed: string | null;
  onTo: (to: DeliverTo) => void;
  onFolder: (folder: string) => void;
  /** What the server says of it, and whether that is of what was wanted before. */
  plan: Awaited<ReturnType<typeof api.planDelivery>> | undefined;
  isOld: boolean;
  refusal: string | null;
  onFailure: (reason: unknown) => void;
}

/** Which files are wanted, what they are called and where they go. */
export function DeliverForm({ outputs, onOutputs, destination, few, folder, into, allowed, onTo, onFolder, plan, isOld, refusal, onFailure }: Props) {
  const name = outputs[0]?.name ?? USUAL_NAME;
  return (
    <>
      <PresetChoice
        now={{ outputs, to: destination, folder: into }}
        onTake={(preset) => {
          onOutputs(plansOf(preset.outputs as Partial<Plan>[]));
          onTo(preset.to);
          onFolder(preset.folder ?? '');
        }}
        onFailure={onFailure}
      />
      {outputs.map((output, index) => (
        <OutputRow
          key={index}
          number={index + 1}
          output={output}
          folders={destination !== 'downloads'}
          table={isOld ? undefined : plan?.tables.find((one) => one.output === index)}
          onChange={(next) => { onOutputs(outputs.map((one, i) => (i === index ? next : one))); }}
          onFormat={(format) => { onOutputs(outputs.map((one, i) => (i === index ? inFormat(one, format) : one))); }}
          onRemove={outputs.length > 1 ? () => { onOutputs(outputs.filter((_, i) => i !== index)); } : undefined}
        />
      ))}
      {outputs.length < MOST_OUTPUTS && (
        <Button size="small" onClick={() => { onOutputs([...outputs, usual(outputs.some(({ format }) => format === 'jpeg') ? 'tiff' : 'jpeg', name)]); }}>
          Add another kind of file
        </Button>
      )}
      <NamePattern value={name} onChange={(next) => { onOutputs(outputs.map((one) => ({ ...one, name: next }))); }} plan={plan} failure={refusal} />
      <Destination to={destination} few={few} folder={folder} allowed={allowed} onTo={onTo} onFolder={onFolder} />
    </>
  );
}
