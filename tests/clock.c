/* Moves the machine's clock for one process and its children by CLOCK_OFFSET seconds, as `./yardstick test dates` needs it.
   Time that only runs (monotonic, processor time) is left alone, so that waiting and measuring go on as usual. */
#define _GNU_SOURCE
#include <stdlib.h>
#include <sys/syscall.h>
#include <sys/time.h>
#include <time.h>
#include <unistd.h>
#include <dlfcn.h>

static long offset;
static int (*real)(clockid_t, struct timespec *);

__attribute__((constructor)) static void begin(void)
{
    const char *seconds = getenv("CLOCK_OFFSET");
    offset = seconds ? atol(seconds) : 0;
    real = (int (*)(clockid_t, struct timespec *))dlsym(RTLD_NEXT, "clock_gettime");
}

int clock_gettime(clockid_t clock, struct timespec *now)
{
    int result = real ? real(clock, now) : (int)syscall(SYS_clock_gettime, clock, now);
    if (result == 0 && (clock == CLOCK_REALTIME || clock == CLOCK_REALTIME_COARSE)) now->tv_sec += offset;
    return result;
}

int gettimeofday(struct timeval *now, void *zone)
{
    (void)zone;
    struct timespec exact;
    int result = clock_gettime(CLOCK_REALTIME, &exact);
    now->tv_sec = exact.tv_sec;
    now->tv_usec = exact.tv_nsec / 1000;
    return result;
}

time_t time(time_t *now)
{
    struct timespec exact;
    clock_gettime(CLOCK_REALTIME, &exact);
    if (now) *now = exact.tv_sec;
    return exact.tv_sec;
}
