// The device's own place, for a clay dug where one stands.
export const location = () => ({
  find() {
    this.$refs.summary.textContent = "Finding your location …";
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        this.$root.querySelector("[name=latitude]").value = coords.latitude.toFixed(5);
        this.$root.querySelector("[name=longitude]").value = coords.longitude.toFixed(5);
        this.$refs.summary.textContent = `Within about ${Math.round(coords.accuracy)} m.`;
      },
      () => { this.$refs.summary.textContent = "Location is not available. Describe the place in words."; },
      { enableHighAccuracy: true, timeout: 15000 },
    );
  },
});
