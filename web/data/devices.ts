/** What is recorded from: a microphone, and a camera too. */
export type Recorded = 'audio' | 'video';

/** A running microphone or camera, and whether it is only a stand-in. */
export interface Device {
  readonly stream: MediaStream;
  readonly simulated: boolean;
  /** Has it run; called from a click, for a browser lets nothing sound before one. */
  readonly begin: () => void;
  readonly stop: () => void;
}

/** Why nothing can be recorded, with what to do about it. */
export class NoDevice extends Error {}

function stopAll(stream: MediaStream): void {
  for (const track of stream.getTracks()) track.stop();
}

interface StandIn {
  readonly track: MediaStreamTrack;
  readonly begin: () => void;
  readonly stop: () => void;
}

/** A quiet voice of three tones that rise and fall. */
function simulatedSound(): StandIn {
  const context = new AudioContext();
  const out = context.createMediaStreamDestination();
  const loud = context.createGain();
  loud.gain.value = 0.2;
  const swell = context.createOscillator();
  const depth = context.createGain();
  swell.frequency.value = 0.7;
  depth.gain.value = 0.15;
  swell.connect(depth).connect(loud.gain);
  for (const frequency of [196, 247, 294]) {
    const tone = context.createOscillator();
    tone.frequency.value = frequency;
    tone.connect(loud);
    tone.start();
  }
  loud.connect(out);
  swell.start();
  return {
    track: out.stream.getAudioTracks()[0]!,
    begin: () => void context.resume(),
    stop: () => void context.close(),
  };
}

/** Water that runs across a small picture. */
function simulatedPicture(): StandIn {
  const canvas = document.createElement('canvas');
  canvas.width = 320;
  canvas.height = 240;
  const draw = canvas.getContext('2d')!;
  let tick = 0;
  const timer = setInterval(() => {
    tick++;
    draw.fillStyle = '#faf7f0';
    draw.fillRect(0, 0, 320, 240);
    draw.strokeStyle = '#1d5c63';
    draw.lineWidth = 3;
    for (let wave = 0; wave < 5; wave++) {
      draw.beginPath();
      for (let x = 0; x <= 320; x += 8)
        draw.lineTo(x, 60 + wave * 32 + 10 * Math.sin((x + tick * 6) / 30 + wave));
      draw.stroke();
    }
  }, 50);
  const [track] = canvas.captureStream(20).getVideoTracks();
  return { track: track!, begin: () => undefined, stop: () => clearInterval(timer) };
}

/** A stand-in for a machine without microphone and camera. */
function simulated(kind: Recorded): Device {
  const parts = kind === 'video' ? [simulatedSound(), simulatedPicture()] : [simulatedSound()];
  const stream = new MediaStream(parts.map(({ track }) => track));
  return {
    stream,
    simulated: true,
    begin: () => parts.forEach((part) => part.begin()),
    stop: () => {
      stopAll(stream);
      for (const part of parts) part.stop();
    },
  };
}

const SAYS: Record<string, string> = {
  NotAllowedError:
    'The browser does not let Juror use it. Allow microphone and camera for this page, or attach a file instead.',
  NotFoundError: 'There is no microphone or camera on this machine. Attach a file instead.',
  NotReadableError: 'Another program is using it. Close that, or attach a file instead.',
};

/**
 * Opens the microphone, or microphone and camera. Where there is none, a stand-in is opened if `standIn` says so: in the demo.
 *
 * @throws {NoDevice} with a sentence for the person
 */
export async function openDevice(kind: Recorded, standIn: boolean): Promise<Device> {
  try {
    const stream = await navigator.mediaDevices.getUserMedia({ audio: true, video: kind === 'video' });
    return { stream, simulated: false, begin: () => undefined, stop: () => stopAll(stream) };
  } catch (error) {
    const name = error instanceof DOMException ? error.name : '';
    if (standIn && name !== 'NotReadableError') return simulated(kind);
    throw new NoDevice(SAYS[name] ?? 'Nothing can be recorded in this browser. Attach a file instead.');
  }
}
