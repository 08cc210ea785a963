/** Globals of a worklet that a page does not have. */
declare const sampleRate: number;
declare function registerProcessor(name: string, processor: new () => AudioProcessor): void;
declare const AudioWorkletProcessor: new () => { readonly port: MessagePort };

interface AudioProcessor {
  process(inputs: readonly (readonly Float32Array[])[]): boolean;
}

/** Hands on what the microphone hears, a tenth of a second at a time, one array a channel. */
class Recorder extends AudioWorkletProcessor implements AudioProcessor {
  private held: Float32Array[][] = [];
  private length = 0;

  process([input]: readonly (readonly Float32Array[])[]): boolean {
    const [first] = input ?? [];
    if (!input || !first) return true;
    this.held.push(input.map((channel) => channel.slice()));
    this.length += first.length;
    if (this.length >= sampleRate / 10) {
      this.port.postMessage(this.held);
      this.held = [];
      this.length = 0;
    }
    return true;
  }
}

registerProcessor('recorder', Recorder);
