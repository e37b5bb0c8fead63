# Fits one model to a table of segments; prints the seconds it took and its log-likelihood. The table is read before the clock starts.
args <- commandArgs(TRUE)
model <- args[1]
d <- read.csv(args[2], stringsAsFactors = TRUE)
if (model == "glmer") suppressPackageStartupMessages(library(lme4))
if (model == "glmmTMB") suppressPackageStartupMessages(library(glmmTMB))
if (model %in% c("gam", "bam")) suppressPackageStartupMessages(library(mgcv))
curve <- strikes ~ s(water_temp_c, bs = "ps", k = 12, m = c(2, 2)) + offset(log(hours))
took <- system.time(fit <- switch(model,
  glm = glm(strikes ~ temp_band + wind_band + sky_band + season + class + water + offset(log(hours)), poisson, d),
  glmer = glmer(strikes ~ temp_band + wind_band + (1 | trip) + offset(log(hours)), d, poisson),
  glmmTMB = glmmTMB(strikes ~ temp_band + wind_band + (1 | trip) + offset(log(hours)), d, poisson),
  gam = gam(curve, poisson, d, method = "REML"),
  bam = bam(curve, poisson, d, discrete = TRUE, nthreads = 1)
))[["elapsed"]]
cat(took, format(as.numeric(logLik(fit)), digits = 12), "\n")
