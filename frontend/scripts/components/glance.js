// The weight in the pan: large enough to be read from across the room, and heard when it is enough. Both as each
// browser was told.
const [AFAR, SOUND] = ["umberpot-scale-from-afar", "umberpot-scale-sound"];
// High when the pan holds enough, low when too much.
const PITCHES = { within: 880, over: 220 };
let heard, audio;

function sound(judged) {
  audio ||= new AudioContext();
  const [tone, volume] = [audio.createOscillator(), audio.createGain()];
  tone.frequency.value = PITCHES[judged];
  volume.gain.setValueAtTime(0.2, audio.currentTime);
  volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.4);
  tone.connect(volume).connect(audio.destination);
  tone.start();
  tone.stop(audio.currentTime + 0.4);
  document.dispatchEvent(new CustomEvent("umberpot:sound", { detail: judged }));
}

document.addEventListener("htmx:afterSwap", ({ target }) => {
  if (target.id !== "glance") return;
  const judged = target.querySelector("[data-judged]")?.dataset.judged;
  if (judged !== heard && judged in PITCHES && localStorage.getItem(SOUND) === "on") sound(judged);
  heard = judged;
});

export const glance = () => ({
  isPlain: true,
  isAfar: localStorage.getItem(AFAR) === "on",
  sounds: localStorage.getItem(SOUND) === "on",
  init() {
    this.isPlain = false;
  },
  get looks() {
    return this.isAfar ? "from-afar" : "";
  },
  get does() {
    return this.isAfar ? "Close large display" : "Large display";
  },
  toggle() {
    this.isAfar = !this.isAfar;
    localStorage.setItem(AFAR, this.isAfar ? "on" : "off");
  },
  near() {
    if (this.isAfar) this.toggle();
  },
  hush() {
    this.sounds = !this.sounds;
    localStorage.setItem(SOUND, this.sounds ? "on" : "off");
    if (this.sounds) sound("within");
  },
});
