import { Button } from '@mui/material';
import { useState } from 'react';
import { api } from '../../api/client';
import { importing, sampleSources } from './importingHere';

/** Imports the photos that come with Tovrin into a set, which is made first if need be. */
export function SampleButton({ into, onFailure }: { into: (name: string) => Promise<number>; onFailure: (reason: unknown) => void }) {
  const [asking, setAsking] = useState(false);
  const go = async () => {
    setAsking(true);
    try {
      const { name, files } = await api.sampleSet();
      void importing.add(await into(name), sampleSources(files));
    } catch (reason) {
      setAsking(false);
      onFailure(reason);
    }
  };
  return (
    <Button variant="outlined" size="large" disabled={asking} onClick={() => { void go(); }}>
      Try the sample set
    </Button>
  );
}
