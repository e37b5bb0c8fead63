# A made-up book of 70 trips, written beside the references, and what mgcv says of it. Run by `bench/mgcv.ts`; R 4.2.2 with mgcv 1.8-41.
suppressPackageStartupMessages({ library(mgcv); library(jsonlite) })
out <- commandArgs(TRUE)[1]
set.seed(7)
trips <- 70
per <- 8
trip <- rep(seq_len(trips), each = per)
n <- length(trip)
lures <- 12
classOf <- c("crank", "crank", "crank", "jig", "jig", "jig", "worm", "worm", "worm", "spoon", "spoon", "frog")
d <- data.frame(
  trip = sprintf("t%02d", trip),
  water = c("a", "b", "c")[sample.int(3, trips, TRUE, c(5, 3, 2))[trip]],
  light = sample(c("dawn", "day", "dusk"), n, TRUE, c(1, 4, 1)),
  temp = round(pmin(29, pmax(4, runif(trips, 5, 28)[trip] + rnorm(n, 0, 0.6))), 1),
  visibility = round(log(runif(trips, 0.4, 4)[trip]), 2),
  wind = round(runif(n, 0, 9), 1),
  hours = round(runif(n, 0.2, 1.6), 2)
)
lure <- sample.int(lures, n, TRUE)
d$lure <- sprintf("l%02d", lure)
d$class <- classOf[lure]
eta <- 0.2 + c(a = 0, b = -0.3, c = 0.25)[d$water] + c(dawn = 0.4, day = 0, dusk = 0.2)[d$light] +
  0.9 * exp(-((d$temp - 17) / 6)^2) - 0.5 + 0.35 * d$visibility * (d$class == "jig") - 0.2 * d$visibility +
  rnorm(lures, 0, 0.35)[lure] + rnorm(trips, 0, 0.4)[trip] +
  c(crank = 0.12, jig = -0.1, worm = -0.05, spoon = 0.05, frog = 0)[d$class] * (d$wind - 4.5)
d$strikes <- rpois(n, d$hours * exp(eta))
write.csv(d, file.path(out, "l_book.csv"), row.names = FALSE, quote = FALSE)
for (name in c("trip", "water", "light", "lure", "class")) d[[name]] <- factor(d[[name]])
d$z <- (d$wind - 4.5) / 2.5
fit <- gam(
  strikes ~ water + light + s(temp, bs = "ps", k = 10, m = c(2, 2)) + s(visibility, bs = "ps", k = 10, m = c(2, 2)) +
    s(class, bs = "re") + s(lure, bs = "re") + s(class, z, bs = "re") + s(trip, bs = "re") + offset(log(hours)),
  poisson, d, method = "REML", control = gam.control(epsilon = 1e-10)
)
told <- predict(fit, d, type = "link", se.fit = TRUE, exclude = "s(trip)")
terms <- sapply(fit$smooth, function(s) sum(fit$edf[s$first.para:s$last.para]))
names(terms) <- sapply(fit$smooth, function(s) s$label)
invisible(capture.output(components <- gam.vcomp(fit)))
result <- list(
  call = "gam(strikes ~ water + light + s(temp, bs = 'ps', k = 10, m = c(2, 2)) + s(visibility, ...) + s(class, bs = 're') + s(lure, bs = 're') + s(class, z, bs = 're') + s(trip, bs = 're') + offset(log(hours)), poisson, method = 'REML'), z = (wind - 4.5)/2.5",
  edf = as.list(terms), edf_total = sum(fit$edf), reml = as.numeric(fit$gcv.ubre),
  sd = as.list(setNames(components[, 1], rownames(components))),
  log_rate = round(as.numeric(told$fit) - log(d$hours), 6), se = round(as.numeric(told$se.fit), 6)
)
cat(toJSON(result, auto_unbox = TRUE, digits = 8))
