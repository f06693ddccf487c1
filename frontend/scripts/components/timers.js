import { tellOnce } from "../notifications.js";

// What is timed: the time left is shown here, and told once it is over where that is allowed.
export const timers = () => ({
  init() {
    this.tick();
    setInterval(() => this.tick(), 1000);
  },
  tick() {
    const next = this.$root.querySelector("[data-next-due]");
    if (next) next.textContent = this.inWords(Math.max(0, Math.round((Date.parse(next.dataset.nextDue) - Date.now()) / 1000)));
    for (const timer of this.$root.querySelectorAll("[data-due]")) {
      const left = Math.round((Date.parse(timer.dataset.due) - Date.now()) / 1000);
      timer.querySelector("[data-left]").textContent = left > 0 ? this.inWords(left) : "due now";
      if (left > 0) continue;
      timer.dataset.isDue = "yes";
      this.$root.open = true;
      tellOnce(timer.dataset.tell, timer.dataset.title, timer.dataset.todo);
    }
  },
  inWords(seconds) {
    const [days, hours, minutes] = [Math.floor(seconds / 86400), Math.floor(seconds / 3600) % 24, Math.floor(seconds / 60) % 60];
    if (days) return `${days} d ${hours} h left`;
    if (hours) return `${hours} h ${minutes} min left`;
    return `${minutes}:${String(seconds % 60).padStart(2, "0")} left`;
  },
  async allow() {
    const said = await window.Notification?.requestPermission();
    this.$refs.allowed.textContent = said === "granted" ? "Notifications are on in this browser." : "Notifications are off in this browser. Bench and the calendar still show what is due.";
  },
});
