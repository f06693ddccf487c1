import { asksByItself } from "./answers.js";

// What is due is told once in each window; several windows share the notification by its tag.
export function tellOnce(tag, title, body) {
  if (window.Notification?.permission !== "granted" || sessionStorage.getItem(tag)) return;
  sessionStorage.setItem(tag, "told");
  new Notification(title, { body, tag });
}
document.addEventListener("htmx:afterSwap", (event) => {
  if (!asksByItself(event.target)) return;
  for (const due of event.target.querySelectorAll("[data-tell]")) tellOnce(due.dataset.tell, due.dataset.title, due.dataset.todo);
});
