/** The main views, and what to do in each before its picture is taken. */
export const views = {
  today: {},
  "today-dark": { dark: true },
  capture: {
    act: async (page) => {
      await page.keyboard.press("n");
      await page.keyboard.type("landowner letter 1 h due 2 Dec vital #reporting", { delay: 5 });
      await page
        .getByText("Recognised")
        .or(page.getByRole("list", { name: "Recognised" }))
        .first()
        .waitFor();
    },
  },
  clock: {
    act: async (page) => {
      await page.locator("[data-item]", { hasText: "gravel survey" }).focus();
      await page.keyboard.press("w");
      await page.getByRole("timer").first().waitFor();
      await page.getByRole("button", { name: "Only this" }).first().click();
    },
  },
  timesheet: {
    path: "/registers/work",
    act: async (page) => {
      await page.getByRole("button", { name: "Shown as" }).click();
      await page.getByText("Timesheet", { exact: true }).click();
      await page.getByRole("table", { name: "Timesheet" }).waitFor();
    },
  },
  record: {
    act: async (page) => {
      await page.locator("[data-tray]").first().click();
      await page.locator(".record-sheet").waitFor();
    },
  },
  registers: { path: "/registers/tasks" },
  formula: {
    path: "/registers/permits",
    act: async (page) => {
      await page.getByRole("link", { name: "Permits" }).click();
      await page.getByRole("button", { name: "Field Days left" }).click();
      await page.getByRole("button", { name: "Edit field" }).click();
      await page.getByRole("dialog").locator(".cm-content").waitFor();
    },
  },
  gather: { path: "/gather" },
  goals: {
    path: "/goals",
    act: async (page) => {
      await page
        .getByRole("button", { name: /likely end: \d/ })
        .first()
        .waitFor();
    },
  },
  insight: { path: "/back" },
  review: {
    path: "/back/reviews",
    act: async (page) => {
      await page.getByRole("button", { name: "Begin The week" }).click();
      await page.getByRole("button", { name: "Projects" }).click();
      await page.getByRole("button", { name: "Looked at" }).waitFor();
    },
  },
  plan: { path: "/plan" },
  month: { path: "/plan/calendar/month" },
  timeline: { path: "/plan/timeline" },
  matrix: {
    path: "/plan/matrix",
    act: async (page) => {
      await page.locator("[data-card]").first().click();
    },
  },
  notes: {
    path: "/notes",
    act: async (page) => {
      await page.getByRole("navigation", { name: "Notes" }).getByRole("link", { name: "Reach 4" }).click();
      await page.getByRole("textbox", { name: "Page of Reach 4" }).waitFor();
    },
  },
  settings: { path: "/settings" },
  phone: { width: 390, height: 780 },
};
