"""The web application: one app per place of the studio, thin over claycore."""
