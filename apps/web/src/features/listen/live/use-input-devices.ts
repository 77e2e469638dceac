import { useEffect, useState } from 'react';

/**
 * Sound inputs of this device, kept up to date as they are plugged in and out.
 *
 * @param permitted changes when the person allows an input: only then do they have names
 */
export function useInputDevices(permitted: unknown): MediaDeviceInfo[] {
  const [devices, setDevices] = useState<MediaDeviceInfo[]>([]);
  useEffect(() => {
    const list = async () =>
      setDevices((await navigator.mediaDevices.enumerateDevices()).filter((d) => d.kind === 'audioinput'));
    void list();
    navigator.mediaDevices.addEventListener('devicechange', list);
    return () => navigator.mediaDevices.removeEventListener('devicechange', list);
  }, [permitted]);
  return devices;
}
