using AshNotch.Web.Access;

namespace AshNotch.Web.Tests.Access;

/// <summary>What is taken as a passphrase (ASVS 4.0.3, 2.1.1 to 2.1.7), how it is kept, and the command that sets it.</summary>
public sealed class PassphraseTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("ash-notch-test-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Theory]
    [InlineData("keel hook 7")]
    [InlineData("")]
    [InlineData("aaaaaaaaaaaaaaaa")]
    [InlineData("abababababababab")]
    [InlineData("123456789012345")]
    [InlineData("987654321098765")]
    [InlineData("abcdefghijklmnop")]
    [InlineData("passwordpassword")]
    [InlineData("Password-Password!")]
    [InlineData("password20262026")]
    [InlineData("qwerty dragon")]
    [InlineData("1q2w3e4r5t6y")]
    [InlineData("letmeinletmein")]
    [InlineData("ash notch 2026")]
    [InlineData("AshNotchAshNotch")]
    [InlineData("keel hook\non a tuesday")]
    public void A_short_or_common_one_is_refused_in_a_sentence(string passphrase) =>
        Assert.EndsWith(".", PassphraseRules.Refusal(passphrase));

    // Nothing but length and commonness counts: no mixture of characters is asked for (ASVS 4.0.3, 2.1.9).
    [Theory]
    [InlineData("keel hook on a tuesday")]
    [InlineData("twelve chars")]
    [InlineData("grips before knees")]
    [InlineData("köttbullar på söndag")]
    [InlineData("腰を落として手を放さない良い練習")]
    [InlineData("🥋 tap early and often 🥋")]
    public void Words_that_belong_to_nothing_are_taken(string passphrase) => Assert.Null(PassphraseRules.Refusal(passphrase));

    [Fact]
    public void A_long_one_is_taken_up_to_128_characters_and_not_cut()
    {
        var longest = string.Concat(Enumerable.Range(0, 26).Select(i => $"w{i:00} {(char)('a' + i)}"))[..128];
        Assert.Null(PassphraseRules.Refusal(longest));
        Assert.EndsWith(".", PassphraseRules.Refusal(longest + "x"));
        var passphrase = new Passphrase(folder);
        passphrase.Set(longest);
        Assert.True(passphrase.Fits(longest));
        Assert.False(passphrase.Fits(longest[..127]));
        Assert.False(passphrase.Fits(longest[..127] + "?"));
    }

    [Fact]
    public void It_is_kept_salted_and_hashed_for_its_owner_alone()
    {
        const string said = "keel hook on a tuesday";
        var passphrase = new Passphrase(folder);
        Assert.Null(passphrase.Id);
        Assert.False(passphrase.Fits(said));
        passphrase.Set(said);
        var file = Path.Combine(folder, "passphrase.json");
        var first = File.ReadAllText(file);
        var id = passphrase.Id;
        Assert.DoesNotContain("keel", first);
        if (!OperatingSystem.IsWindows())
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(file));
        Assert.True(passphrase.Fits(said));
        Assert.False(passphrase.Fits(said + " "));
        Assert.False(passphrase.Fits(said.ToUpperInvariant()));

        // Set again by another process: this one knows, and the salt is another.
        new Passphrase(folder).Set(said);
        Assert.NotEqual(first, File.ReadAllText(file));
        Assert.NotEqual(id, passphrase.Id);
        Assert.True(passphrase.Fits(said));
        // The framework's own reading of the hash: format 1, HMAC-SHA512 (2), and its rounds (big-endian), as its source documents.
        var hash = Convert.FromBase64String((string)System.Text.Json.Nodes.JsonNode.Parse(File.ReadAllText(file))!["hash"]!);
        Assert.Equal((1, 2), (hash[0], System.Buffers.Binary.BinaryPrimitives.ReadInt32BigEndian(hash.AsSpan(1))));
        Assert.Equal(Passphrase.Rounds, System.Buffers.Binary.BinaryPrimitives.ReadInt32BigEndian(hash.AsSpan(5)));
    }

    [Theory]
    [InlineData("")]
    [InlineData("{")]
    [InlineData("{\"hash\": \"\"}")]
    [InlineData("{\"hash\": \"AAAA\", \"id\": \"x\"}")]
    public void A_broken_file_lets_nobody_in(string contents)
    {
        File.WriteAllText(Path.Combine(folder, "passphrase.json"), contents);
        var passphrase = new Passphrase(folder);
        Assert.NotNull(passphrase.Id);
        Assert.False(passphrase.Fits("keel hook on a tuesday"));
        Assert.False(passphrase.Fits(""));
    }

    [Fact]
    public void The_command_asks_twice_and_says_what_is_wrong()
    {
        using var output = new StringWriter();
        int Set(params string?[] answers)
        {
            var next = new Queue<string?>(answers);
            return Maintenance.SetPassphrase(folder, _ => next.Dequeue(), output);
        }

        Assert.Equal(ExitCodes.NoPassphrase, Set((string?)null));
        Assert.Equal(ExitCodes.NoPassphrase, Set("too short"));
        Assert.Equal(ExitCodes.NoPassphrase, Set("keel hook on a tuesday", "keel hook on a monday"));
        Assert.Contains("These two differ", output.ToString());
        Assert.Null(new Passphrase(Gate.Folder(folder)).Id);
        Assert.Equal(0, Set("keel hook on a tuesday", "keel hook on a tuesday"));
        Assert.True(new Passphrase(Gate.Folder(folder)).Fits("keel hook on a tuesday"));
    }

    [Fact]
    public void Waits_grow_by_doubling_and_are_forgotten_after_a_day()
    {
        var clock = new SetClock();
        using var waits = new GrowingWaits(5, TimeSpan.FromSeconds(15), TimeSpan.FromMinutes(15), clock);
        bool Try() => waits.AttemptAcquire().IsAcquired;
        double? Wait() =>
            waits.AttemptAcquire().TryGetMetadata(System.Threading.RateLimiting.MetadataName.RetryAfter, out var wait)
                ? wait.TotalSeconds
                : null;

        for (var i = 0; i < 5; i++)
            Assert.True(Try());
        foreach (var seconds in (double[])[15, 30, 60, 120, 240, 480, 900, 900])
        {
            Assert.Equal(seconds, Wait());
            clock.At += TimeSpan.FromSeconds(seconds - 1);
            Assert.Equal(1, Wait());
            clock.At += TimeSpan.FromSeconds(1);
            Assert.True(Try());
        }

        Assert.Null(waits.IdleDuration);
        clock.At += GrowingWaits.Forgiven;
        Assert.NotNull(waits.IdleDuration);
        for (var i = 0; i < 5; i++)
            Assert.True(Try());
        Assert.False(Try());
        waits.Right(all: true);
        Assert.True(Try());
    }

    [Fact]
    public void Fewer_than_a_hundred_tries_an_hour_get_through_from_however_many_addresses()
    {
        // ASVS 4.0.3, 2.2.1: no more than 100 failed attempts an hour on one account.
        var clock = new SetClock();
        using var together = new GrowingWaits(SignInWaits.FreeTogether, SignInWaits.First, SignInWaits.LongestTogether, clock);
        var through = 0;
        for (var second = 0; second < 3600; second++, clock.At += TimeSpan.FromSeconds(1))
        for (var attempt = 0; attempt < 30; attempt++)
            through += together.AttemptAcquire().IsAcquired ? 1 : 0;
        Assert.InRange(through, SignInWaits.FreeTogether, 100);
    }

    [Fact]
    public void A_session_ends_after_thirty_days_by_signing_out_and_with_its_passphrase()
    {
        var clock = new SetClock();
        var passphrase = new Passphrase(folder);
        passphrase.Set("keel hook on a tuesday");
        var signIns = new SignIns(folder, passphrase, clock);
        var phone = signIns.Begin("192.0.2.7", "a phone");
        var laptop = signIns.Begin("192.0.2.8", new string('x', 5000));
        Assert.Equal(64, phone.Id.Length);
        Assert.NotEqual(phone.Id, laptop.Id);
        Assert.True(laptop.Device.Length < 200);
        // A program started again knows its devices.
        Assert.NotNull(new SignIns(folder, passphrase, clock).Of(phone.Id));
        Assert.Null(signIns.Of("somebody else's"));
        signIns.End(laptop.Id, "192.0.2.8");
        Assert.Null(signIns.Of(laptop.Id));
        clock.At += SignIns.Lasts - TimeSpan.FromSeconds(1);
        Assert.NotNull(signIns.Of(phone.Id));
        Assert.Equal(clock.At, Assert.Single(signIns.Sessions).Seen);
        clock.At += TimeSpan.FromSeconds(1);
        Assert.Null(signIns.Of(phone.Id));

        var again = signIns.Begin("192.0.2.7", "a phone");
        passphrase.Set("another one entirely");
        Assert.Null(signIns.Of(again.Id));
        Assert.Empty(signIns.Sessions);
        var last = signIns.Begin("192.0.2.7", "a phone");
        signIns.EndAll("192.0.2.7");
        Assert.Null(signIns.Of(last.Id));
        Assert.Equal(
            [SignInOutcome.OutEverywhere, SignInOutcome.In, SignInOutcome.In, SignInOutcome.Out, SignInOutcome.In, SignInOutcome.In],
            signIns.Tries.Select(t => t.Outcome)
        );
    }

    [Fact]
    public void The_list_of_tries_and_devices_stays_small()
    {
        var passphrase = new Passphrase(folder);
        passphrase.Set("keel hook on a tuesday");
        var signIns = new SignIns(folder, passphrase, new SetClock());
        for (var i = 0; i < 260; i++)
            signIns.Note("192.0.2.7", SignInOutcome.Wrong);
        for (var i = 0; i < 60; i++)
            signIns.Begin("192.0.2.7", "a phone");
        Assert.Equal(200, signIns.Tries.Count);
        Assert.Equal(50, signIns.Sessions.Count);
    }
}
