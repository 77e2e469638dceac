import type { RecordingFields } from '@ulpen/core';

/** What a person says about a recording, before the file has its name. */
export type SaidOfRecording = Omit<RecordingFields, 'fileName'>;
