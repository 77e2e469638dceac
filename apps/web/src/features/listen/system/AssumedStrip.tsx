import { BandStrip } from '../../../ui/BandStrip.tsx';

interface AssumedStripProps {
  lowHz: number;
  highHz: number;
  label: string;
}

/** A band without a measurement of its shape: drawn as an assumption is. */
export function AssumedStrip({ lowHz, highHz, label }: AssumedStripProps) {
  return (
    <BandStrip
      frequencyHz={[lowHz / 2, lowHz, highHz, highHz * 2]}
      levelDb={[-40, 0, 0, -40]}
      referenceDb={0}
      standing="assumed"
      label={label}
    />
  );
}
