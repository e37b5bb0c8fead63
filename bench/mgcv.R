# Fits rows laid out by `bench/mgcv.ts` with the same terms and penalties; prints how far its log rates lie from ours, and keeps its own.
suppressPackageStartupMessages({ library(mgcv); library(jsonlite); library(Matrix) })
directory <- commandArgs(TRUE)[1]
laid <- read_json(file.path(directory, "terms.json"))
d <- read.csv(file.path(directory, "rows.csv"))
entries <- read.csv(file.path(directory, "entries.csv"))
x <- as.matrix(sparseMatrix(entries$row, entries$column, x = entries$value, dims = c(nrow(d), laid$columns)))
named <- rep(FALSE, laid$columns)
columns <- penalties <- list()
for (j in seq_along(laid$terms)) {
  term <- laid$terms[[j]]
  own <- term$first + seq_len(term$size)
  named[own] <- TRUE
  label <- paste0("x", j, "_")
  if (term$charge == "bend") {
    # Sums held at nought are taken out of the columns.
    held <- sapply(term$held, function(sums) as.numeric(unlist(sums)))
    across <- qr.Q(qr(held), complete = TRUE)[, -seq_len(ncol(held))]
    columns[[label]] <- x[, own] %*% across
    penalties[[label]] <- list(crossprod(diff(diag(term$size), differences = 2) %*% across))
  } else {
    columns[[label]] <- x[, own]
    penalties[[label]] <- list(diag(term$size))
  }
}
data <- c(list(strikes = d$strikes, log_hours = d$log_hours, trip = factor(d$trip), free = x[, !named, drop = FALSE]), columns)
formula <- as.formula(paste("strikes ~ free - 1 +", paste(names(columns), collapse = " + "), "+ s(trip, bs = 're') + offset(log_hours)"))
took <- system.time(fit <- gam(formula, poisson, data, method = "REML", paraPen = penalties))[["elapsed"]]
rows <- predict(fit, data, type = "lpmatrix")
rows[, grep("s\\(trip\\)", colnames(rows))] <- 0
log_rate <- as.numeric(rows %*% coef(fit))
se <- sqrt(rowSums((rows %*% vcov(fit)) * rows))
off <- abs(d$log_rate - log_rate) / se
cat(sprintf("%d rows, %d columns, %.0f s in R\n", nrow(d), ncol(x), took))
cat(sprintf("log rates apart, in their errors: median %.3f, nine in ten within %.3f, at most %.3f\n", median(off), quantile(off, 0.9), max(off)))
cat(sprintf("errors, ours over theirs: %.3f to %.3f\n", min(d$se / se), max(d$se / se)))
cat(sprintf("degrees of freedom: %.2f ours, %.2f theirs\n", laid$used + sum(!named), sum(fit$edf)))
told <- list(log_rate = round(log_rate, 6), se = round(se, 6), edf_total = sum(fit$edf))
write(toJSON(told, auto_unbox = TRUE, digits = 8), file.path(directory, "told.json"))
